import { useLot } from "@/lot/context";
import { Choice } from "@/ui/Choice";
import type { BenchPageData } from "./useRun";

type Props = { data: BenchPageData; procedure: string; onProcedure: (key: string) => void };

/** The piece that is next, and what is done with it. */
export function BeforeHead({ data, procedure, onProcedure }: Props) {
  const { page } = useLot();
  return (
    <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
      <div>
        <h1 className="text-[22px]">{page.lot.name}</h1>
        <p className="head text-[17px]">
          {data.next ? `Next: ${data.next.label}` : `Pull ${page.summary.pulled + 1}`}
          <span className="text-soft ml-2 text-[13px] font-normal">
            {page.summary.planned ? `${page.summary.pulled} of ${page.summary.planned} pulled` : ""}
          </span>
        </p>
      </div>
      <Choice
        className="ml-auto w-64"
        label="What is done"
        value={procedure}
        options={[
          ...(procedure === "" ? [{ value: "", label: "choose" }] : []),
          ...data.procedures.map((one) => ({ value: one.key, label: one.name, note: one.about })),
        ]}
        onChange={onProcedure}
      />
    </div>
  );
}
