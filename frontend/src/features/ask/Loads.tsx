import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, type Schemas } from "@/api/client";
import { keys, lotChanged } from "@/api/queries";
import { useMay } from "@/api/session";
import { when } from "@/format/words";
import { useFigures, useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { NewLoad } from "./NewLoad";

/** What specimens carried besides their pulls: what was loaded before is drawn and counted apart. */
export function Loads() {
  const { page } = useLot();
  const may = useMay("recordLoad");
  const [open, setOpen] = useState(false);
  return (
    <section className="sheet mt-4 p-4" aria-label="Loads carried before">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h2>Loads carried before</h2>
        <p className="text-soft text-[13px]">
          Proof, transport, earlier use: a pull after them is of a preloaded feature, and is told apart.
        </p>
        {may && !open && (
          <Button className="ml-auto" onClick={() => setOpen(true)}>
            Note a load
          </Button>
        )}
      </div>
      {open && <NewLoad onClose={() => setOpen(false)} />}
      {page.loads.length > 0 && <Rows loads={page.loads} may={may} />}
    </section>
  );
}

function Rows({ loads, may }: { loads: Schemas["Load"][]; may: boolean }) {
  const { page } = useLot();
  const text = useFigures();
  const queries = useQueryClient();
  const withdraw = useMutation({
    mutationFn: (id: number) => answer(api.DELETE("/api/loads/{id}", { params: { path: { id } } })),
    onSuccess: (next) => {
      queries.setQueryData(keys.lot(page.lot.id), next);
      void lotChanged(queries, page.lot.id);
    },
  });
  return (
    <ul className="mt-2">
      {loads.map((load) => (
        <li key={load.id} className="border-line flex flex-wrap items-baseline gap-x-4 border-t py-1.5">
          <b className="font-semibold">
            Specimen {load.specimen}, {load.feature}
          </b>
          <span className="num">{text(load.figure)}</span>
          <span className="text-soft min-w-0 flex-1">
            {load.source}, {when(load.at)}, noted by {load.person}
            {load.note && `: ${load.note}`}
          </span>
          {may && (
            <button
              type="button"
              className="text-[13px] font-semibold underline"
              onClick={() => withdraw.mutate(load.id)}
            >
              Withdraw
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}
