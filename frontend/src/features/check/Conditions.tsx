import { Check } from "@/ui/Check";
import { Field } from "@/ui/Field";
import { Segments } from "@/ui/Segments";
import type { CheckForm } from "./checkForm";

const PLACES = [
  { value: "standard", label: "Not known" },
  { value: "place", label: "By latitude" },
  { value: "given", label: "Given" },
];
type Text = "latitude" | "height" | "g" | "masses" | "temperature" | "hanger" | "note";

/** Local g, the masses, the weather: what the applied force is worth. */
export function Conditions({ form, set }: { form: CheckForm; set: (change: Partial<CheckForm>) => void }) {
  const entry = (name: Text, label: string, rest: object = {}) => (
    <Field label={label} value={form[name]} onChange={(event) => set({ [name]: event.target.value })} {...rest} />
  );
  const decimal = { inputMode: "decimal" as const };
  return (
    <div className="grid gap-3">
      <div className="flex flex-wrap items-end gap-3">
        <div>
          <div className="cap mb-1">Local g</div>
          <Segments
            label="Local g"
            value={form.gravity}
            options={PLACES}
            onChange={(gravity) => set({ gravity: gravity as CheckForm["gravity"] })}
          />
        </div>
        {form.gravity === "place" && (
          <>
            {entry("latitude", "Latitude", { unit: "°", className: "w-28", ...decimal })}
            {entry("height", "Height", { unit: "m", className: "w-28", ...decimal })}
          </>
        )}
        {form.gravity === "given" && entry("g", "g here", { unit: "m/s²", className: "w-36", ...decimal })}
        {form.gravity === "standard" && (
          <span className="text-soft pb-2 text-[13px]">9.80665 m/s² is taken; it may be 0.27 % off.</span>
        )}
      </div>
      <div className="grid items-start gap-3 sm:grid-cols-4">
        {entry("masses", "Masses within", { unit: "%", note: "of their own values", ...decimal })}
        {entry("temperature", "Temperature", { unit: "°C", ...decimal })}
        {entry("hanger", "Hanger and container", {
          unit: "kg",
          placeholder: "tared",
          note: "only where they were not tared",
          className: "sm:col-span-2",
          ...decimal,
        })}
      </div>
      <div className="grid items-end gap-3 sm:grid-cols-[auto_1fr]">
        <Check checked={form.buoyancy} onChange={(event) => set({ buoyancy: event.target.checked })}>
          Take off the buoyancy of air, 0.015 %
        </Check>
        {entry("note", "Note", { maxLength: 400 })}
      </div>
    </div>
  );
}
