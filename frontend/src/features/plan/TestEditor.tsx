import type { Schemas } from "@/api/client";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { NumberField } from "@/lot/NumberField";

export type Test = Schemas["RequiredTest"];
type Props = { test: Test; error?: string; onChange: (test: Test) => void; onRemove: () => void };

export const emptyTest = (): Test => ({
  name: "",
  kind: "measured",
  count: 1,
  quantity: "force",
  unit: "kN",
  sense: "at_least",
  limit: "",
  where: [],
  note: "",
});

const KINDS = [
  { value: "measured", label: "measured" },
  { value: "inspected", label: "inspected" },
];
const SENSES = [
  { value: "at_least", label: "at least" },
  { value: "at_most", label: "at most" },
];

/** One required test: how often, what is looked at, and its limit, which may be a formula. */
export function TestEditor({ test, error, onChange, onRemove }: Props) {
  const set = (fields: Partial<Test>) => onChange({ ...test, ...fields });
  return (
    <fieldset className="border-line grid gap-2.5 border-t pt-3">
      <div className="grid grid-cols-2 items-end gap-2.5 sm:grid-cols-[1.5fr_80px_130px_1.2fr_auto]">
        <Field label="Test" value={test.name} maxLength={120} onChange={(event) => set({ name: event.target.value })} />
        <NumberField label="How many" whole value={test.count} onChange={(count) => count && set({ count })} />
        <Choice
          label="It is"
          value={test.kind}
          options={KINDS}
          onChange={(kind) => set({ kind: kind as Test["kind"] })}
        />
        <Field
          label="What"
          value={test.quantity ?? ""}
          maxLength={80}
          onChange={(event) => set({ quantity: event.target.value })}
        />
        <button type="button" className="min-h-9 text-[13px] font-semibold underline" onClick={onRemove}>
          Take out
        </button>
      </div>
      <div className="grid grid-cols-2 items-start gap-2.5 sm:grid-cols-[120px_1.2fr_90px_1fr_1.4fr]">
        <Choice
          label="Passes when"
          value={test.sense}
          options={SENSES}
          onChange={(sense) => set({ sense: sense as Test["sense"] })}
        />
        <Field
          label="Limit"
          placeholder="min(3 mm, t/2)"
          value={test.limit ?? ""}
          error={error}
          maxLength={120}
          onChange={(event) => set({ limit: event.target.value })}
        />
        <Field
          label="Unit"
          value={test.unit ?? ""}
          maxLength={8}
          onChange={(event) => set({ unit: event.target.value })}
        />
        <Field
          label="Only if it broke in"
          placeholder="parent, joint"
          value={(test.where ?? []).join(", ")}
          onChange={(event) => set({ where: listed(event.target.value) })}
        />
        <Field
          label="Note"
          value={test.note ?? ""}
          maxLength={400}
          onChange={(event) => set({ note: event.target.value })}
        />
      </div>
    </fieldset>
  );
}

const listed = (text: string) =>
  text
    .split(",")
    .map((part) => part.trimStart())
    .filter((part, i, all) => part !== "" || i === all.length - 1)
    .slice(0, 20)
    .filter((part) => part !== "");
