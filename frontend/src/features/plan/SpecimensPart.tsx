import { useQuery } from "@tanstack/react-query";
import { useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { specimensQuery } from "@/api/queries";
import { useMay } from "@/api/session";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Empty, ErrorNote, Waiting } from "@/ui/states";
import { AddSpecimens } from "./AddSpecimens";
import { ChangeSpecimens } from "./ChangeSpecimens";
import { CouponMap } from "./CouponMap";
import { Guesses } from "./Guesses";
import { ImportSpecimens } from "./ImportSpecimens";
import { SpecimenTable } from "./SpecimenTable";

/** The specimens as a list: where each comes from, in which state it is, whether it is a trial. */
export function SpecimensPart() {
  const { page } = useLot();
  const { id } = page.lot;
  const { data: rows, error, refetch } = useQuery(specimensQuery(id));
  const may = useMay("addSpecimens");
  const [open, setOpen] = useState<"add" | "import" | null>(null);
  const [picked, setChosen] = useState<number[] | null>(null);
  const { specimen } = useSearch({ strict: false });
  if (error) return <ErrorNote message={error.message} onRetry={() => void refetch()} />;
  if (!rows) return <Waiting what="the specimens" />;
  const close = () => setOpen(null);
  // A scanned label opens the list with its piece chosen.
  const scanned = rows.filter((row) => row.number === specimen).map((row) => row.id);
  const chosen = picked ?? scanned;
  return (
    <div className="grid gap-3.5">
      <section className="sheet min-w-0 px-4 py-3" aria-label="Specimens">
        <div className="flex flex-wrap items-center gap-x-3 gap-y-2">
          <h2>{rows.length ? `${rows.length} specimens` : "No specimens listed yet"}</h2>
          <span className="text-soft text-[13px]">{states(rows)}</span>
          <span className="ml-auto flex flex-wrap gap-2.5">
            {rows.length > 0 && <Files lotId={id} />}
            {may && <Button onClick={() => setOpen("import")}>From a table</Button>}
            {may && (
              <Button primary={rows.length === 0} onClick={() => setOpen("add")}>
                New by a pattern
              </Button>
            )}
          </span>
        </div>
        {rows.length === 0 ? (
          <Empty title="Number what is going to be pulled">
            A pattern such as HB-&#123;n:2&#125; gives HB-01, HB-02 … A list from a customer can be pasted or dropped.
          </Empty>
        ) : (
          <SpecimenTable rows={rows} chosen={chosen} onChoose={may ? setChosen : undefined} />
        )}
        {chosen.length > 0 && <ChangeSpecimens rows={rows} chosen={chosen} onDone={() => setChosen([])} />}
      </section>
      {rows.length > 0 && <CouponMap rows={rows} chosen={chosen} may={may} />}
      {rows.length > 0 && <Guesses rows={rows} />}
      <AddSpecimens open={open === "add"} onClose={close} />
      <ImportSpecimens open={open === "import"} onClose={close} />
    </div>
  );
}

function states(rows: { shown_state: string; trial: boolean }[]): string {
  const counts = new Map<string, number>();
  for (const row of rows) counts.set(row.shown_state, (counts.get(row.shown_state) ?? 0) + 1);
  const trials = rows.filter((row) => row.trial).length;
  return [...counts].map(([state, n]) => `${n} ${state}`).join(", ") + (trials ? `; ${trials} of them trials` : "");
}

function Files({ lotId }: { lotId: number }) {
  const link = "text-[13px] font-semibold underline self-center";
  return (
    <>
      <a className={link} href={`/api/lots/${lotId}/plan-papers/labels.pdf`} target="_blank" rel="noreferrer">
        Labels
      </a>
      <a className={link} href={`/api/lots/${lotId}/plan-papers/specimens.csv`}>
        CSV
      </a>
    </>
  );
}
