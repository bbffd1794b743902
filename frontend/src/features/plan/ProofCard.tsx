import { useQuery } from "@tanstack/react-query";
import { catalogueQuery } from "@/api/queries";
import { Button } from "@/ui/Button";
import { Check } from "@/ui/Check";
import { Choice } from "@/ui/Choice";
import { NumberField } from "@/lot/NumberField";
import { QuantityField } from "./inputs";
import { Panel } from "./Panel";
import { usePart, usePlan } from "./planContext";

const APPLIANCE = "lifting_appliance";
const MOVEMENTS = ["hoist", "lower", "slew", "luff", "travel"];

/** The proof load by rule and gear class, its steps and its source; an appliance at each of its radii. */
export function ProofCard() {
  const { plan, may } = usePlan();
  const { data } = useQuery(catalogueQuery);
  const [proof, set] = usePart("proof");
  const answer = plan.sections.proof;
  const radii = proof.radii ?? [];
  const movements = proof.movements ?? MOVEMENTS;
  return (
    <Panel title="Proof load" answer={answer}>
      {may && (
        <div className="mt-2 grid gap-2.5 sm:grid-cols-2">
          <Choice
            label="Gear class"
            value={proof.rule_key ?? ""}
            options={[
              { value: "", label: "choose …" },
              ...(data?.proof_rules ?? []).map((rule) => ({ value: rule.key, label: rule.name })),
            ]}
            onChange={(rule_key) => set({ rule_key: rule_key || null })}
          />
          <QuantityField
            label="Working load"
            quantity="force"
            unit="tf"
            value={proof.working_load}
            onChange={(working_load) => set({ working_load })}
          />
        </div>
      )}
      {answer.radii && answer.radii.length > 0 && (
        <table className="mt-2 w-full text-[13px]">
          <thead>
            <tr className="cap text-left">
              <th className="py-1">Radius</th>
              <th>Working load</th>
              <th className="text-right">Proof load</th>
            </tr>
          </thead>
          <tbody>
            {answer.radii.map((row) => (
              <tr key={row.metres} className="border-line num border-t">
                <td className="py-1">{row.metres}</td>
                <td>{row.working_load}</td>
                <td className="text-right">{row.proof}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {answer.movements && answer.movements.length > 0 && (
        <ol className="mt-2 text-[13px]">
          {answer.movements.map((line) => (
            <li key={line} className="border-line border-t py-1">
              {line}
            </li>
          ))}
        </ol>
      )}
      {may && proof.rule_key === APPLIANCE && (
        <div className="mt-2.5 grid gap-2.5">
          <fieldset className="flex flex-wrap gap-x-4">
            <legend className="cap mb-1">It moves by</legend>
            {MOVEMENTS.map((movement) => (
              <Check
                key={movement}
                checked={movements.includes(movement)}
                onChange={(event) =>
                  set({
                    movements: MOVEMENTS.filter((m) => (m === movement ? event.target.checked : movements.includes(m))),
                  })
                }
              >
                {movement}
              </Check>
            ))}
          </fieldset>
          {radii.map((row, i) => (
            <div key={i} className="grid grid-cols-[1fr_1.4fr_auto] items-end gap-2.5">
              <NumberField
                label="Radius, m"
                value={row.metres}
                onChange={(metres) => metres && set({ radii: radii.map((r, j) => (j === i ? { ...r, metres } : r)) })}
              />
              <QuantityField
                label="Working load there"
                quantity="force"
                value={row.working_load}
                onChange={(load) =>
                  load && set({ radii: radii.map((r, j) => (j === i ? { ...r, working_load: load } : r)) })
                }
              />
              <button
                type="button"
                className="min-h-9 text-[13px] font-semibold underline"
                onClick={() => set({ radii: radii.filter((_, j) => j !== i) })}
              >
                Take out
              </button>
            </div>
          ))}
          <Button
            className="justify-self-start"
            onClick={() =>
              set({
                radii: [
                  ...radii,
                  {
                    metres: (radii.at(-1)?.metres ?? 0) + 5,
                    working_load: proof.working_load ?? { text: "1", unit: "tf" },
                  },
                ],
              })
            }
          >
            {radii.length ? "Another radius" : "It depends on the radius"}
          </Button>
        </div>
      )}
    </Panel>
  );
}
