import { Segments } from "@/ui/Segments";
import { Field } from "@/ui/Field";
import { NumberField } from "@/lot/NumberField";
import { Panel } from "./Panel";
import { usePart, usePlan } from "./planContext";

const KINDS = [
  { value: "steel", label: "Steel weights" },
  { value: "water", label: "Water bags" },
  { value: "pontoon", label: "Pontoon" },
];
const WATERS = [
  { value: "fresh", label: "Fresh" },
  { value: "sea", label: "Sea" },
];

/** A test load of steel, water or a pontoon, filled in steps with the reading expected at each. */
export function MassCard() {
  const { plan, may } = usePlan();
  const [mass, set] = usePart("mass");
  const answer = plan.sections.mass;
  const kind = mass.kind ?? "steel";
  return (
    <Panel title="Test load" answer={answer}>
      {answer.steps && answer.steps.length > 0 && (
        <table className="mt-2 w-full text-[13px]">
          <thead>
            <tr className="cap text-left">
              <th className="py-1">Step</th>
              <th>Water</th>
              <th>Hangs</th>
              <th className="text-right">The cell should read</th>
            </tr>
          </thead>
          <tbody>
            {answer.steps.map((step) => (
              <tr key={step.share} className="border-line num border-t">
                <td className="py-1">{step.share}</td>
                <td>{step.litres}</td>
                <td>{step.mass}</td>
                <td className="text-right">{step.reading}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {may && (
        <div className="mt-2.5 grid gap-2.5">
          <div className="flex flex-wrap gap-2.5">
            <Segments
              label="Made of"
              value={kind}
              options={KINDS}
              onChange={(next) => set({ kind: next as typeof kind })}
            />
            {kind !== "steel" && (
              <Segments
                label="Water"
                value={mass.water ?? "fresh"}
                options={WATERS}
                onChange={(water) => set({ water: water as "fresh" | "sea" })}
              />
            )}
          </div>
          <div className="grid gap-2.5 sm:grid-cols-3">
            <NumberField
              label="Mass, kg"
              value={mass.kilograms}
              placeholder="of the proof"
              onChange={(kilograms) => set({ kilograms })}
            />
            {kind !== "steel" && (
              <>
                <NumberField
                  label={kind === "water" ? "Bags and gear, kg" : "Pontoon itself, kg"}
                  value={mass.bag_kilograms}
                  onChange={(kilograms) => set({ bag_kilograms: kilograms ?? 0 })}
                />
                <NumberField
                  label={kind === "water" ? "One bag holds, litres" : "One compartment, litres"}
                  value={mass.litres_limit}
                  onChange={(litres_limit) => set({ litres_limit })}
                />
              </>
            )}
            {kind === "pontoon" && (
              <NumberField
                label="Compartments"
                whole
                value={mass.compartments}
                onChange={(compartments) => set({ compartments })}
              />
            )}
          </div>
          {kind === "steel" && <Weights />}
        </div>
      )}
    </Panel>
  );
}

const WEIGHT = /^(\d+)\s*[x×*]\s*(\d+(?:[.,]\d+)?)$/;
const read = (text: string) =>
  text
    .split(/[;\n]|,\s+/)
    .map((part) => WEIGHT.exec(part.trim()))
    .flatMap((found) => (found ? [{ count: Number(found[1]), kilograms: Number(found[2]?.replace(",", ".")) }] : []))
    .filter((weight) => weight.count > 0 && weight.kilograms > 0);

function Weights() {
  const [mass, set] = usePart("mass");
  const kept = (mass.weights ?? []).map((w) => `${w.count} × ${w.kilograms}`).join("; ");
  return (
    <Field
      label="Weights in the shop, count × kg"
      placeholder="6 × 1000; 4 × 500"
      defaultValue={kept}
      onChange={(event) => set({ weights: read(event.target.value) })}
    />
  );
}
