import { useState } from "react";
import type { Schemas } from "@/api/client";
import { plural } from "@/format/words";
import { Button } from "@/ui/Button";
import { Check } from "@/ui/Check";
import { Field } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";

type Props = { comparison: Schemas["Comparison"]; onDone: () => void; onChoose: (ids: number[]) => void };

/** Which lots it is set against: those of the job first, then others of the type. */
export function AddLots({ comparison, onDone, onChoose }: Props) {
  const [ids, setIds] = useState(comparison.with);
  const [words, setWords] = useState("");
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  const shown = comparison.choices.filter((lot) =>
    wanted.every((w) => `${lot.name} ${lot.job}`.toLowerCase().includes(w)),
  );
  const toggle = (id: number) => setIds((now) => (now.includes(id) ? now.filter((i) => i !== id) : [...now, id]));
  return (
    <Sheet
      open
      onOpenChange={(next) => !next && onDone()}
      title="Compare with"
      description="Lots of this job, and others of the type that measure the same."
    >
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          onChoose(ids);
          onDone();
        }}
      >
        {comparison.choices.length > 8 && (
          <Field label="Look for" value={words} onChange={(event) => setWords(event.target.value)} />
        )}
        {comparison.choices.length === 0 && <p>No other lot measures the same item yet.</p>}
        <ul className="border-line max-h-[46vh] overflow-auto border-b">
          {shown.map((lot) => (
            <li key={lot.id} className="border-line border-t py-0.5">
              <Check checked={ids.includes(lot.id)} onChange={() => toggle(lot.id)}>
                <span className="min-w-0">
                  <b className="block font-semibold">{lot.name}</b>
                  <span className="text-soft block text-[12.5px]">{lot.job}</span>
                </span>
              </Check>
            </li>
          ))}
        </ul>
        <div className="flex justify-end gap-2.5">
          <Button onClick={onDone}>Leave it</Button>
          <Button primary type="submit" disabled={ids.length === 0}>
            Compare with {plural(ids.length, "lot")}
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
