import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, type Schemas } from "@/api/client";
import { lotChanged, keys, lendersQuery } from "@/api/queries";
import { useMay } from "@/api/session";
import { plural } from "@/format/words";
import { useFigures, useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote, Waiting } from "@/ui/states";

type Lender = Schemas["Lender"];

/** Makes a small lot useful: the scatter of earlier lots of the type, chosen by hand, tested and labelled. */
export function Borrow() {
  const { page } = useLot();
  const may = useMay("borrowScatter");
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
      {may && <Button onClick={() => setOpen(true)}>{chosen.length ? "Change the lenders" : "Borrow scatter"}</Button>}
      <Sheet
        open={open}
        onOpenChange={setOpen}
        title="Borrow the scatter of earlier lots"
        description="Only lots made and tested alike. Whether they scatter alike is tested; the bound is labelled as borrowed."
      >
        {lenders ? (
          <Lenders key={chosen.map((l) => l.id).join()} lenders={lenders} onDone={() => setOpen(false)} />
        ) : (
          <Waiting what="the lots" />
        )}
      </Sheet>
    </div>
  );
}

function Lenders({ lenders, onDone }: { lenders: Lender[]; onDone: () => void }) {
  const { page } = useLot();
  const before = lenders.filter((l) => l.chosen).map((l) => l.id);
  const [ids, setIds] = useState(before);
  const same = ids.length === before.length && ids.every((id) => before.includes(id));
  const queries = useQueryClient();
  const save = useMutation({
    mutationFn: () =>
      answer(api.PUT("/api/lots/{id}/lenders", { params: { path: { id: page.lot.id } }, body: { lot_ids: ids } })),
    onSuccess: (list) => {
      queries.setQueryData(keys.lenders(page.lot.id), list);
      void lotChanged(queries, page.lot.id);
      onDone();
    },
  });
  if (lenders.length === 0)
    return (
      <p>No other lot of this type has a break yet. The first ones lend nothing; this one will lend to the next.</p>
    );
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
            <label
              className={`grid grid-cols-[20px_1fr_auto] items-center gap-3 py-2 ${lender.reason ? "text-soft" : ""}`}
            >
              <input
                type="checkbox"
                className="h-4 w-4 accent-(--ink)"
                checked={ids.includes(lender.id)}
                disabled={lender.reason !== null && !lender.chosen}
                onChange={() => toggle(lender.id)}
              />
              <span className="min-w-0">
                <b className="block truncate font-semibold">{lender.name}</b>
                <span className="text-soft block text-[12.5px]">
                  {lender.customer} · {plural(lender.breaks, "break")}
                  {lender.reason ? ` · cannot lend: ${lender.reason}` : ""}
                </span>
              </span>
              <Spread lender={lender} />
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

function Spread({ lender }: { lender: Lender }) {
  const text = useFigures();
  return (
    <span className="num text-right whitespace-nowrap">
      {lender.standard_deviation ? `s ${text(lender.standard_deviation)}` : "–"}
      <span className="text-soft block text-[12px]">mean {text(lender.mean)}</span>
    </span>
  );
}
