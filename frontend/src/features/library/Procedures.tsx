import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { proceduresQuery } from "@/api/benchQueries";
import type { Schemas } from "@/api/client";
import { useMay } from "@/api/session";
import { when } from "@/format/words";
import { ProcedureEditor } from "./ProcedureEditor";
import { Section } from "./Section";
import { stepWords } from "./procedureForm";
import { useRetireProcedure } from "./useProcedures";

type Row = Schemas["Procedures"]["rows"][number];

/** What is done on a bench, step by step: those that ship, and the shop's own in their newest revision. */
export function Procedures() {
  const { data } = useQuery(proceduresQuery);
  const may = useMay("saveProcedure");
  const [edited, setEdited] = useState<Row | "new" | null>(null);
  const retire = useRetireProcedure();
  if (!data) return null;
  return (
    <Section
      title="Procedures of a bench"
      note="Steps in order, judged while they run. A shipped one is copied, never changed; an own one gets another revision."
      add="Add a procedure"
      onAdd={may ? () => setEdited("new") : undefined}
    >
      <div className="sheet">
        {data.rows.map((row) => (
          <div
            key={row.key}
            className="border-line flex flex-wrap items-baseline gap-x-4 border-t px-3 py-2 text-[13.5px] first:border-t-0"
          >
            <b className="w-[230px] max-w-full font-semibold">{row.name}</b>
            <span className="min-w-[240px] flex-1">
              {row.content.steps.map((step) => stepWords(step)).join(" · ")}
              <span className="text-soft block text-[12.5px]">
                {row.about}
                {row.own && ` Own, revision ${row.revision}, ${row.person}, ${when(row.created_at ?? "")}.`}
              </span>
            </span>
            {may && (
              <button type="button" className="min-h-9 font-semibold underline" onClick={() => setEdited(row)}>
                {row.own ? "Revise" : "Copy"}
              </button>
            )}
            {may && row.own && (
              <button type="button" className="min-h-9 underline" onClick={() => retire.mutate(row.key)}>
                Retire
              </button>
            )}
          </div>
        ))}
      </div>
      {edited !== null && (
        <ProcedureEditor row={edited === "new" ? null : edited} units={data.units} onClose={() => setEdited(null)} />
      )}
    </Section>
  );
}
