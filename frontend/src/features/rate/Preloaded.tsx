import type { Schemas } from "@/api/client";
import { plural } from "@/format/words";
import { useFigures } from "@/lot/context";
import { Segments } from "@/ui/Segments";

type Found = NonNullable<Schemas["Statement"]["preloaded"]>;
type Choice = "count" | "leave_out";

/** Pieces that had been loaded before: the minimum with and without them, and how they compare with the first pulls. */
export function Preloaded({ found, onChange }: { found: Found; onChange: (choice: Choice) => void }) {
  const text = useFigures();
  return (
    <section className="sheet px-4 py-3" aria-label="Loaded before">
      <h2>{plural(found.count, "piece")} loaded before</h2>
      <div className="mt-2 flex items-center gap-3">
        <Segments
          label="Preloaded pieces"
          value={found.counted ? "count" : "leave_out"}
          onChange={(choice) => onChange(choice as Choice)}
          options={[
            { value: "count", label: "count" },
            { value: "leave_out", label: "leave out" },
          ]}
        />
      </div>
      <dl className="mt-2 text-[13px]">
        <Line name="Minimum with them" on={found.counted}>
          {found.with ? text(found.with) : "none"}
        </Line>
        <Line name="Minimum without" on={!found.counted}>
          {found.without ? text(found.without) : "none"}
        </Line>
      </dl>
      <p className="text-soft mt-1 text-[12.5px]">{found.paired_in_words}</p>
    </section>
  );
}

function Line({ name, on, children }: { name: string; on: boolean; children: React.ReactNode }) {
  return (
    <div className={`border-line flex justify-between gap-3 border-t py-1 ${on ? "font-semibold" : "text-soft"}`}>
      <dt>{name}</dt>
      <dd className="num">{children}</dd>
    </div>
  );
}
