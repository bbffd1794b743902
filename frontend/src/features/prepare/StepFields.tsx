import { Check } from "@/ui/Check";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import type { NewStep } from "./usePrepare";

export type StepForm = {
  kind: NewStep["kind"];
  name: string;
  source: NonNullable<NewStep["source"]>;
  source_text: string;
  hours: string;
  capacity: string;
  under_load: boolean;
  values: { name: string; text: string; unit: string }[];
};
type Props = { step: StepForm; set: (change: Partial<StepForm>) => void; strike: () => void };

const KINDS = ["making", "conditioning", "installation", "other"].map((kind) => ({ value: kind, label: kind }));
const SOURCES = [
  { value: "maker", label: "the maker’s" },
  { value: "own", label: "our own" },
  { value: "standard", label: "a standard’s" },
];

/** One step: what, how long, under which values, and whose they are. */
export function StepFields({ step, set, strike }: Props) {
  const value = (i: number, change: Partial<StepForm["values"][number]>) =>
    set({ values: step.values.map((one, k) => (k === i ? { ...one, ...change } : one)) });
  return (
    <fieldset className="border-line grid gap-2 border-t pt-2">
      <legend className="sr-only">{step.name || "A step"}</legend>
      <div className="grid items-end gap-2 sm:grid-cols-[1.4fr_1fr_84px_84px_1fr_auto]">
        <Field label="Step" value={step.name} maxLength={120} onChange={(e) => set({ name: e.target.value })} />
        <Choice
          label="It is"
          value={step.kind}
          options={KINDS}
          onChange={(kind) => set({ kind: kind as StepForm["kind"] })}
        />
        <Field label="Lasts" unit="h" value={step.hours} onChange={(e) => set({ hours: e.target.value })} />
        <Field label="Holds" value={step.capacity} onChange={(e) => set({ capacity: e.target.value })} />
        <Choice
          label="Values are"
          value={step.source}
          options={SOURCES}
          onChange={(source) => set({ source: source as StepForm["source"] })}
        />
        <button
          type="button"
          className="text-soft h-9 px-1"
          aria-label={`Strike ${step.name || "step"}`}
          onClick={strike}
        >
          ×
        </button>
      </div>
      <div className="grid items-end gap-2 sm:grid-cols-4">
        {step.values.map((one, i) => (
          <Field
            key={i}
            label={one.name || "Value"}
            unit={one.unit}
            value={one.text}
            onChange={(event) => value(i, { text: event.target.value })}
          />
        ))}
        <Field
          label="Where that is from"
          value={step.source_text}
          maxLength={200}
          onChange={(event) => set({ source_text: event.target.value })}
        />
        {step.kind === "conditioning" && (
          <Check checked={step.under_load} onChange={(event) => set({ under_load: event.target.checked })}>
            Under load
          </Check>
        )}
      </div>
      <Another onAdd={(name, unit) => set({ values: [...step.values, { name, text: "", unit }] })} />
    </fieldset>
  );
}

const USUAL = [
  ["temperature", "°C"],
  ["humidity", "%"],
  ["torque", "N·m"],
  ["depth", "mm"],
  ["substrate strength", "MPa"],
] as const;

function Another({ onAdd }: { onAdd: (name: string, unit: string) => void }) {
  return (
    <p className="text-soft text-[12.5px]">
      Add a value:{" "}
      {USUAL.map(([name, unit]) => (
        <button key={name} type="button" className="text-ink pr-2.5 underline" onClick={() => onAdd(name, unit)}>
          {name}
        </button>
      ))}
    </p>
  );
}
