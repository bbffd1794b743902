import { useQuery } from "@tanstack/react-query";
import { useFormContext, useWatch } from "react-hook-form";
import { catalogueQuery } from "@/api/queries";
import { useLot } from "@/lot/context";
import { Check } from "@/ui/Check";
import { Field } from "@/ui/Field";
import { Pick, wordOptions } from "@/ui/Pick";
import type { Ask } from "./askForm";
import { DIRECTIONS, SETUPS } from "./words";

/** How it is loaded, what is measured, and what of it is rated. */
export function Loading() {
  const { register, control, formState, setValue } = useFormContext<Ask>();
  const { data: tables } = useQuery(catalogueQuery);
  const measurand = useWatch({ control, name: "measurand" });
  const measured = tables?.measurands.find((m) => m.key === measurand);
  const quantities = (tables?.rated_quantities ?? []).filter((q) => q.measurands.some((m) => m === measurand));
  const take = (key: string) => {
    const unit = tables?.measurands.find((m) => m.key === key)?.units[0]?.symbol ?? "";
    const rated = tables?.rated_quantities.find((q) => q.measurands.some((m) => m === key))?.key ?? "peak";
    setValue("display_unit", unit);
    setValue("marking_unit", unit);
    setValue("rated_quantity", rated);
  };
  const { errors } = formState;
  return (
    <section className="sheet grid content-start gap-3 p-4">
      <h2>How it is loaded</h2>
      <div className="grid grid-cols-2 gap-3">
        <Pick control={control} name="direction" label="Direction" options={wordOptions(DIRECTIONS)} />
        <Pick control={control} name="setup_class" label="Set-up" options={wordOptions(SETUPS)} />
      </div>
      <Field
        label="Configuration"
        placeholder="straight, doubled, around a pin of 12 mm"
        error={errors.configuration?.message}
        {...register("configuration")}
      />
      <Field
        label="Condition"
        placeholder="new, used, aged, wet"
        error={errors.item_condition?.message}
        {...register("item_condition")}
      />
      <div className="grid grid-cols-2 gap-3">
        <Pick
          control={control}
          name="measurand"
          label="What is measured"
          options={(tables?.measurands ?? []).map((m) => ({ value: m.key, label: m.name.toLowerCase() }))}
          also={take}
        />
        <Pick
          control={control}
          name="display_unit"
          label="Shown in"
          options={(measured?.units ?? []).map((u) => ({ value: u.symbol, label: u.symbol }))}
        />
        <Pick
          control={control}
          name="rated_quantity"
          label="What is rated"
          options={quantities.map((q) => ({ value: q.key, label: q.name.toLowerCase() }))}
        />
        <Field
          label="Pulls planned"
          inputMode="numeric"
          error={errors.specimens_planned?.message}
          {...register("specimens_planned")}
        />
      </div>
      <RatedParts />
      <Ranking />
    </section>
  );
}

/** Whose failure is a break of what is rated; what else gives way says only that it is stronger. */
function RatedParts() {
  const { register, formState } = useFormContext<Ask>();
  const { data: tables } = useQuery(catalogueQuery);
  const fault = formState.errors.rated_parts?.message;
  return (
    <fieldset>
      <legend className="cap">Rated is the strength of</legend>
      <div className="grid grid-cols-2 gap-x-3">
        {(tables?.failed_parts ?? [])
          .filter((part) => part !== "nothing")
          .map((part) => (
            <Check key={part} value={part} {...register("rated_parts")}>
              {part}
            </Check>
          ))}
      </div>
      {fault && <p className="text-signal text-[12px] font-semibold">{fault}</p>}
    </fieldset>
  );
}

/** A set-up that measures no forces worth printing can still rank lots against a reference. */
function Ranking() {
  const { page } = useLot();
  const { register, control } = useFormContext<Ask>();
  const relative = useWatch({ control, name: "relative_only" });
  return (
    <div>
      <Check {...register("relative_only")}>The set-up only ranks: no figure, an index against a reference</Check>
      {relative && (
        <Pick
          control={control}
          name="reference_lot_id"
          label="Reference lot, pulled the same way"
          options={[
            { value: "", label: "choose a lot of this job" },
            ...page.siblings.map((lot) => ({ value: String(lot.id), label: lot.name })),
          ]}
        />
      )}
    </div>
  );
}
