import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, Fault, type Schemas } from "@/api/client";
import { keys, orderQuery } from "@/api/queries";
import { useMay } from "@/api/session";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Check } from "@/ui/Check";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { ErrorNote, Waiting } from "@/ui/states";
import { NumberField } from "@/lot/NumberField";
import { OrderRows } from "./OrderRows";
import { StudyGrid } from "./StudyGrid";

type Order = Schemas["PullOrder"];
const BLOCKS = [
  { value: "day", label: "by day" },
  { value: "bench", label: "by bench" },
];

/** Which cells the study has, and in what order their pieces are pulled: by chance, from a seed that is kept. */
export function OrderPart() {
  const { page } = useLot();
  const { data: order, isPending, error } = useQuery(orderQuery(page.lot.id));
  const may = useMay("drawOrder");
  if (error) return <ErrorNote message={error.message} />;
  if (isPending) return <Waiting what="the order" />;
  const cell = page.ask.level_ids.length > 0;
  return (
    <div className="grid gap-3.5">
      {page.ask.studies.map((study) => (
        <StudyGrid key={study.id} studyId={study.id} />
      ))}
      <section className="sheet px-4 py-3" aria-label="Order of pulls">
        <div className="flex flex-wrap items-baseline gap-x-3">
          <h2>In what order</h2>
          <span className="text-soft text-[13px]">
            {order ? drawn(order) : "Not drawn yet: pulled as they are numbered"}
          </span>
        </div>
        {may && <Draw order={order ?? null} cell={cell} />}
        {order && <OrderRows order={order} may={may} />}
      </section>
    </div>
  );
}

const drawn = (order: Order) =>
  `drawn at random${order.of_study ? " over the whole study" : ""}, seed ${order.seed}, ` +
  (order.blocks > 1 ? `${order.blocks} blocks by ${order.block_by}` : "one block");

export function useOrderChange<Input>(send: (input: Input) => Promise<Order | null>, after?: () => void) {
  const { page } = useLot();
  const queries = useQueryClient();
  return useMutation({
    mutationFn: send,
    onSuccess: (next) => {
      queries.setQueryData(keys.order(page.lot.id), next);
      void queries.invalidateQueries({ queryKey: keys.specimens(page.lot.id) });
      void queries.invalidateQueries({ queryKey: keys.plan(page.lot.id) });
      after?.();
    },
  });
}

function Draw({ order, cell }: { order: Order | null; cell: boolean }) {
  const { page } = useLot();
  const [blocks, setBlocks] = useState<number | null>(order?.blocks ?? 1);
  const [blockBy, setBlockBy] = useState<"day" | "bench">(order?.block_by ?? "day");
  const [seed, setSeed] = useState<number | null>(null);
  const [whole, setWhole] = useState(order?.of_study ?? cell);
  const [reason, setReason] = useState("");
  const draw = useOrderChange((body: Schemas["NewOrder"]) =>
    answer(api.POST("/api/lots/{id}/order", { params: { path: { id: page.lot.id } }, body })),
  );
  const needsReason = draw.error instanceof Fault && "reason" in draw.error.fields;
  return (
    <div className="mt-2.5 grid gap-2.5">
      <div className="flex flex-wrap items-end gap-3">
        <NumberField className="w-24" label="Blocks" whole value={blocks} onChange={setBlocks} />
        <Choice
          className="w-32"
          label="Blocked"
          value={blockBy}
          options={BLOCKS}
          onChange={(next) => setBlockBy(next as typeof blockBy)}
        />
        <NumberField className="w-36" label="Seed" whole value={seed} placeholder="drawn" onChange={setSeed} />
        {cell && (
          <Check checked={whole} onChange={(event) => setWhole(event.target.checked)}>
            all cells of the study mixed
          </Check>
        )}
        {(needsReason || reason !== "") && (
          <Field className="w-64" label="Reason" value={reason} onChange={(event) => setReason(event.target.value)} />
        )}
        <Button
          primary={!order}
          disabled={draw.isPending}
          onClick={() => draw.mutate({ blocks: blocks ?? 1, block_by: blockBy, seed, of_study: whole, reason })}
        >
          {order ? "Draw again" : "Draw an order"}
        </Button>
      </div>
      {draw.error && <ErrorNote message={draw.error.message} />}
    </div>
  );
}
