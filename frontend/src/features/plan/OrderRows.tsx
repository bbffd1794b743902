import { useState } from "react";
import { answer, api, type Schemas } from "@/api/client";
import { when } from "@/format/words";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Field } from "@/ui/Field";
import { ErrorNote } from "@/ui/states";
import { useOrderChange } from "./OrderPart";
import { NumberField } from "@/lot/NumberField";

type Order = Schemas["PullOrder"];
type Row = Order["rows"][number];

/** The pieces in their order, block by block; one is moved by hand, with a reason that stays. */
export function OrderRows({ order, may }: { order: Order; may: boolean }) {
  const [moving, setMoving] = useState<Row | null>(null);
  const blocks = [...new Set(order.rows.map((row) => row.block))];
  const changes = order.history.filter((row) => row.reason !== "");
  return (
    <>
      {blocks.map((block) => (
        <div key={block} className="mt-3">
          {blocks.length > 1 && (
            <h3 className="cap">
              {order.block_by} {block}
            </h3>
          )}
          <ol className="mt-1 flex flex-wrap gap-1.5">
            {order.rows
              .filter((row) => row.block === block)
              .map((row) => (
                <li key={row.specimen_id}>
                  <button
                    type="button"
                    disabled={!may}
                    aria-pressed={moving?.specimen_id === row.specimen_id}
                    title={row.lot}
                    onClick={() => setMoving(row)}
                    className={`min-h-9 border px-2.5 text-left text-[13px] ${row.own ? "bg-measured text-sheet border-measured" : "border-edge"}`}
                  >
                    <span className="num mr-1.5 opacity-80">{row.position}</span>
                    <b className="font-semibold">{row.label}</b>
                  </button>
                </li>
              ))}
          </ol>
        </div>
      ))}
      {moving && <Move key={moving.specimen_id} row={moving} last={order.rows.length} onDone={() => setMoving(null)} />}
      {changes.length > 0 && (
        <ul className="mt-3 text-[13px]">
          {changes.map((row) => (
            <li key={row.revision} className="border-line border-t py-1">
              {row.reason} <span className="text-soft">{`${row.person}, ${when(row.created_at)}`}</span>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

function Move({ row, last, onDone }: { row: Row; last: number; onDone: () => void }) {
  const { page } = useLot();
  const [place, setPlace] = useState<number | null>(row.position);
  const [reason, setReason] = useState("");
  const move = useOrderChange(
    (body: { specimen_id: number; position: number; reason: string }) =>
      answer(api.POST("/api/lots/{id}/order/move", { params: { path: { id: page.lot.id } }, body })),
    onDone,
  );
  return (
    <form
      className="border-ink mt-3 grid gap-2.5 border-t-2 pt-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (place) move.mutate({ specimen_id: row.specimen_id, position: place, reason });
      }}
    >
      <div className="flex flex-wrap items-end gap-3">
        <b className="self-center font-semibold">Move {row.label}</b>
        <NumberField className="w-28" label={`to place, 1 to ${last}`} whole value={place} onChange={setPlace} />
        <Field
          className="min-w-56 flex-1"
          label="Reason"
          value={reason}
          onChange={(event) => setReason(event.target.value)}
        />
        <Button onClick={onDone}>Cancel</Button>
        <Button primary type="submit" disabled={move.isPending}>
          Move it
        </Button>
      </div>
      {move.error && <ErrorNote message={move.error.message} />}
    </form>
  );
}
