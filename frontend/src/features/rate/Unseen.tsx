import { useState } from "react";
import type { Schemas } from "@/api/client";
import { Choice } from "@/ui/Choice";

type Found = NonNullable<Schemas["Statement"]["unseen"]>;

/** What these breaks cannot see, as a line that can be asked; and the proof that would exclude it. */
export function Unseen({ unseen }: { unseen: Found | null | undefined }) {
  const [share, setShare] = useState("0.05");
  const [weakAt, setWeakAt] = useState("0.6");
  if (!unseen) return null;
  const weak = unseen.weak.find((row) => String(row.share) === share);
  const proof = unseen.proofs.find((row) => String(row.weak_at) === weakAt);
  return (
    <section className="sheet p-4 text-[13px] leading-snug" aria-label="What these breaks cannot see">
      <h2>What these breaks cannot see</h2>
      <div className="mt-2 grid grid-cols-2 gap-2">
        <Choice
          label="Weak pieces"
          value={share}
          options={unseen.weak.map((row) => ({ value: String(row.share), label: `${row.percent} of all` }))}
          onChange={setShare}
        />
        {unseen.proofs.length > 0 && (
          <Choice
            label="They bear"
            value={weakAt}
            options={unseen.proofs.map((row) => ({
              value: String(row.weak_at),
              label: `${Math.round(row.weak_at * 100)} % of the others`,
            }))}
            onChange={setWeakAt}
          />
        )}
      </div>
      {weak && <p className="mt-2 font-semibold">{weak.text}</p>}
      {proof && <p className={`mt-1 ${proof.harmless ? "" : "text-signal"}`}>{proof.words}</p>}
    </section>
  );
}
