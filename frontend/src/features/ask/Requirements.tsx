import { useFieldArray, useFormContext, useWatch } from "react-hook-form";
import { Button } from "@/ui/Button";
import { Field } from "@/ui/Field";
import { Pick } from "@/ui/Pick";
import { newRequirement, type Ask } from "./askForm";
import { RowHead } from "./RowHead";
import { useUnits } from "./useUnits";

const MEASURES = [
  { value: "working_load", label: "a working load limit" },
  { value: "strength", label: "a minimum strength" },
  { value: "service", label: "the highest load in service" },
];

/** What it has to carry, and between which factors: over-strong is a finding, too. */
export function Requirements() {
  const { control, getValues } = useFormContext<Ask>();
  const rows = useFieldArray({ control, name: "requirements", keyName: "row" });
  return (
    <section className="sheet grid content-start gap-3 p-4">
      <h2>What is wanted</h2>
      {rows.fields.length === 0 && <p className="text-soft">No load is asked for.</p>}
      {rows.fields.map((field, i) => (
        <Requirement key={field.row} index={i} onRemove={() => rows.remove(i)} />
      ))}
      <Button className="justify-self-start" onClick={() => rows.append(newRequirement(getValues("display_unit")))}>
        {rows.fields.length === 0 ? "Add what is wanted" : "Another"}
      </Button>
    </section>
  );
}

function Requirement({ index, onRemove }: { index: number; onRemove: () => void }) {
  const { register, control, formState } = useFormContext<Ask>();
  const measure = useWatch({ control, name: `requirements.${index}.measure` });
  const errors = formState.errors.requirements?.[index];
  const at = <N extends string>(name: N) => `requirements.${index}.${name}` as const;
  return (
    <fieldset className="border-line grid gap-2.5 border-t pt-3 first-of-type:border-t-0 first-of-type:pt-0">
      <RowHead title={`Wanted ${index + 1}`} onRemove={onRemove} />
      <div className="grid grid-cols-[1fr_84px] gap-3">
        <Field label="Wanted" inputMode="decimal" error={errors?.text?.message} {...register(at("text"))} />
        <Pick control={control} name={at("unit")} label="in" options={useUnits()} />
      </div>
      <div className="grid grid-cols-2 gap-3">
        <Pick control={control} name={at("measure")} label="That is" options={MEASURES} />
        {measure === "service" && (
          <Field
            label="How often"
            inputMode="numeric"
            placeholder="not stated"
            error={errors?.count?.message}
            {...register(at("count"))}
          />
        )}
      </div>
      <div className="grid grid-cols-2 gap-3">
        <Field
          label="Realised factor, at least"
          inputMode="decimal"
          error={errors?.factor_low?.message}
          {...register(at("factor_low"))}
        />
        <Field
          label="at most"
          inputMode="decimal"
          note="Over-strong is a finding too."
          error={errors?.factor_high?.message}
          {...register(at("factor_high"))}
        />
      </div>
      <Field label="Who asks for it" error={errors?.source?.message} {...register(at("source"))} />
    </fieldset>
  );
}
