import { useQuery } from "@tanstack/react-query";
import { useFormContext, useWatch } from "react-hook-form";
import { catalogueQuery } from "@/api/queries";
import { Field } from "@/ui/Field";
import { Pick } from "@/ui/Pick";
import type { Ask } from "./askForm";
import { useUnits } from "./useUnits";

/** Factor, marking and the uncertainty that all readings share; schools and coverage are chosen under Rate. */
export function Terms() {
  const { register, control, formState, setValue } = useFormContext<Ask>();
  const { data: tables } = useQuery(catalogueQuery);
  const key = useWatch({ control, name: "design_factor_key" });
  const rows = tables?.design_factors ?? [];
  const row = rows.find((r) => r.key === key);
  const { errors } = formState;
  const take = (chosen: string) => {
    const usual = rows.find((r) => r.key === chosen)?.usual;
    if (usual) setValue("design_factor", String(usual), { shouldDirty: true });
  };
  return (
    <section className="sheet grid content-start gap-3 p-4">
      <h2>Factor and marking</h2>
      <Pick
        control={control}
        name="design_factor_key"
        label="Use"
        also={take}
        options={[
          { value: "", label: "not stated" },
          ...rows.map((r) => ({
            value: r.key,
            label: `${r.use}: ${r.low === r.high ? r.low : `${r.low} to ${r.high}`}`,
            note: r.source,
          })),
        ]}
      />
      {row?.check && <p className="text-soft text-[12px]">Check: {row.source}.</p>}
      <div className="grid grid-cols-[1fr_1fr_84px] gap-3">
        <Field
          label="Design factor"
          inputMode="decimal"
          placeholder="none chosen"
          error={errors.design_factor?.message}
          {...register("design_factor")}
        />
        <Field
          label="Marking step"
          inputMode="decimal"
          error={errors.marking_text?.message}
          note="Rounded down."
          {...register("marking_text")}
        />
        <Pick control={control} name="marking_unit" label="in" options={useUnits()} />
      </div>
      <Field
        label="Shared uncertainty of the readings"
        unit="%"
        inputMode="decimal"
        error={errors.shared_percent?.message}
        placeholder="computed"
        note="Empty: from the checks and certificates of the cells that read the pulls. A figure overrules that."
        {...register("shared_percent")}
      />
      <Field label="Why another figure" error={errors.shared_source?.message} {...register("shared_source")} />
    </section>
  );
}
