import { useState } from "react";
import type { Schemas } from "@/api/client";
import { useMay } from "@/api/session";
import { NewProofRule } from "./NewProofRule";
import { OwnRow } from "./OwnRow";
import { Section } from "./Section";

type Step = Schemas["ProofStep"];

const limits = ({ above, up_to }: Step) => {
  if (up_to === null) return above === 0 ? "any limit" : `above ${above} t`;
  return above === 0 ? `up to ${up_to} t` : `above ${above} to ${up_to} t`;
};
const load = ({ times, plus }: Step) =>
  [times === 0 ? null : times === 1 ? "the limit" : `${times} × the limit`, plus === 0 ? null : `${plus} t`]
    .filter((part) => part !== null)
    .join(" + ");

/** How large a proof load is for a working load limit, step by step. */
export function ProofRules({ rows }: { rows: Schemas["ProofRule"][] }) {
  const may = useMay("addProofRule");
  const [adding, setAdding] = useState(false);
  return (
    <Section
      title="Proof rules"
      note="The proof load that a working load limit asks for."
      add="Add a rule"
      onAdd={may ? () => setAdding(true) : undefined}
    >
      <div className="sheet">
        {rows.map((rule) => (
          <div
            key={rule.key}
            className="border-line flex flex-wrap items-baseline gap-x-4 border-t px-3 py-2 text-[13.5px] first:border-t-0"
          >
            <b className="w-[260px] max-w-full font-semibold">{rule.name}</b>
            <span className="min-w-[240px] flex-1">
              {rule.steps.map((step) => (
                <span key={step.above} className="block">
                  <span className="text-soft">{limits(step)}: </span>
                  <span className="num">{load(step)}</span>
                </span>
              ))}
              <span className="text-soft block text-[12.5px]">{rule.source}</span>
            </span>
            <OwnRow table="proof_rules" row={rule} />
          </div>
        ))}
      </div>
      <NewProofRule open={adding} onClose={() => setAdding(false)} />
    </Section>
  );
}
