import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, type Schemas } from "@/api/client";
import { lendersQuery } from "@/api/queries";
import { useLot } from "@/app/lotContext";
import { force } from "@/format/force";
import { plural } from "@/format/words";
import { Button } from "@/ui/Button";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote, Waiting } from "@/ui/states";

type Lender = Schemas["Lender"];

/** Makes a small lot useful: the scatter of earlier lots of the type, chosen by hand, tested and labelled. */
export function Borrow({ unit }: { unit: string }) {
  const { page } = useLot();
  const [open, setOpen] = useState(false);
  const { data: lenders } = useQuery(lendersQuery(page.lot.id));
  const chosen = lenders?.filter((l) => l.chosen) ?? [];
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
      <p className="text-soft min-w-0 flex-1 text-[13px]">
        {chosen.length
          ? `Borrowed scatter comes from ${chosen.map((l) => l.name).join(", ")}.`
          : "Few breaks? Earlier lots of this type can lend their scatter."}
      </p>
      <Button onClick={() => setOpen(true)}>{chosen.length ? "Change the lenders" : "Borrow scatter"}</Button>
      <Sheet
        open={open}
        onOpenChange={setOpen}
        title="Borrow the scatter of earlier lots"
        description="Only lots made and tested alike. Whether they scatter alike is tested; the bound is labelled as borrowed."
      >
        {lenders ? (
          <Lenders key={chosen.map((l) => l.id).join()} lenders={lenders} unit={unit} onDone={() => setOpen(false)} />
        ) : (
          <Waiting what="the lots" />
        )}
      </Sheet>
    </div>
  );
}

function Lenders({ lenders, unit, onDone }: { lenders: Lender[]; unit: string; onDone: () => void }) {
  const { page } = useLot();
  const before = lenders.filter((l) => l.chosen).map((l) => l.id);
  const [ids, setIds] = useState(before);
  const same = ids.length === before.length && ids.every((id) => before.includes(id));
  const queries = useQueryClient();
  const save = useMutation({
    mutationFn: () => answer(api.PUT("/api/lots/{id}/lenders", { params: { path: { id: page.lot.id } }, body: { lot_ids: ids } })),
    onSuccess: () => {
      void queries.invalidateQueries();
      onDone();
    },
  });
  if (lenders.length === 0)
    return <p>No other lot of this type has a break yet. The first ones lend nothing; this one will lend to the next.</p>;
  const toggle = (id: number) => setIds((now) => (now.includes(id) ? now.filter((i) => i !== id) : [...now, id]));
  return (
    <form
      className="grid gap-4"
      onSubmit={(e) => {
        e.preventDefault();
        save.mutate();
      }}
    >
      <ul className="border-line border-b">
        {lenders.map((lender) => (
          <li key={lender.id} className="border-line border-t">
            <label className={`grid grid-cols-[20px_1fr_auto] items-center gap-3 py-2 ${lender.because ? "text-soft" : ""}`}>
              <input
                type="checkbox"
                className="h-4 w-4 accent-(--ink)"
                checked={ids.includes(lender.id)}
                disabled={lender.because !== null && !lender.chosen}
                onChange={() => toggle(lender.id)}
              />
              <span className="min-w-0">
                <b className="block truncate font-semibold">{lender.name}</b>
                <span className="text-soft block text-[12.5px]">
                  {lender.customer} · {plural(lender.breaks, "break")}
                  {lender.because ? ` · cannot lend: ${lender.because}` : ""}
                </span>
              </span>
              <Spread lender={lender} unit={unit} />
            </label>
          </li>
        ))}
      </ul>
      {save.error && <ErrorNote message={save.error.message} />}
      <div className="flex justify-end gap-2.5">
        <Button onClick={onDone}>Leave it</Button>
        <Button primary type="submit" disabled={same || save.isPending}>
          {ids.length ? `Borrow from ${plural(ids.length, "lot")}` : before.length ? "Borrow from none" : "Borrow"}
        </Button>
      </div>
    </form>
  );
}

function Spread({ lender, unit }: { lender: Lender; unit: string }) {
  const s = lender.standard_deviation_newtons;
  return (
    <span className="num text-right whitespace-nowrap">
      {s == null ? "–" : `s ${force(s, { unit })}`} <small className="text-soft">{unit}</small>
      <span className="text-soft block text-[12px]">
        mean {force(lender.mean_newtons, { unit })} {unit}
      </span>
    </span>
  );
}
