import { Field } from "@/ui/Field";
import { NumberField } from "@/lot/NumberField";
import { QuantityField } from "./inputs";
import { Panel } from "./Panel";
import { usePart, usePlan } from "./planContext";

/** Whether pieces, length and money reach, and what is lost when they do not; what the customer sends. */
export function StockPanel() {
  const { plan, may } = usePlan();
  const [stock, set] = usePart("stock");
  const answer = plan.sections.stock;
  return (
    <Panel title="Does the stock reach" answer={answer}>
      {may && (
        <div className="mt-2.5 grid gap-3 sm:grid-cols-3">
          <NumberField label="Pieces there" whole value={stock.pieces} onChange={(pieces) => set({ pieces })} />
          <QuantityField
            label="Length there"
            quantity="displacement"
            unit="m"
            value={stock.length}
            onChange={(length) => set({ length })}
          />
          <QuantityField
            label="Length of one"
            quantity="displacement"
            unit="m"
            value={stock.length_each}
            onChange={(length_each) => set({ length_each })}
          />
          <NumberField label="Budget" value={stock.budget} onChange={(budget) => set({ budget })} />
          <NumberField label="Cost of one" value={stock.cost_each} onChange={(cost_each) => set({ cost_each })} />
        </div>
      )}
      {may && <WhatToSend />}
    </Panel>
  );
}

function WhatToSend() {
  const [send, set] = usePart("send");
  return (
    <details className="mt-2.5">
      <summary className="text-soft cursor-pointer text-[13px] font-semibold">What the customer sends</summary>
      <div className="mt-2 grid gap-3 sm:grid-cols-[90px_1fr]">
        <NumberField label="To spare" whole value={send.spare} onChange={(spare) => set({ spare: spare ?? 0 })} />
        <QuantityField
          label="Least length"
          quantity="displacement"
          unit="m"
          value={send.length}
          note="empty: the bed length needed"
          onChange={(length) => set({ length })}
        />
        <Field
          label="Ends"
          className="sm:col-span-2"
          maxLength={200}
          value={send.ends ?? ""}
          onChange={(event) => set({ ends: event.target.value })}
        />
        <Field
          label="Labelling"
          className="sm:col-span-2"
          maxLength={200}
          value={send.labelling ?? ""}
          onChange={(event) => set({ labelling: event.target.value })}
        />
      </div>
    </details>
  );
}
