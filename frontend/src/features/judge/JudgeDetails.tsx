import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { Controller, type UseFormReturn } from "react-hook-form";
import { catalogueQuery } from "@/api/queries";
import { useLot } from "@/lot/context";
import { ItemSketch } from "@/sketches/ItemSketch";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import type { Details } from "./details";
import type { Needs } from "./ways";

type Props = { form: UseFormReturn<Details>; needs: Needs[]; action: ReactNode; onEnter: () => void };

/** What failed, where on the item, how, and why it is judged so. */
export function JudgeDetails({ form, needs, action, onEnter }: Props) {
  const { page } = useLot();
  const { data: tables } = useQuery(catalogueQuery);
  const { register, control, formState } = form;
  const item = tables?.item_types.find((t) => t.key === page.lot.item_type);
  const unit = form.watch("unit");
  const parts = (tables?.failed_parts ?? []).map((p) => ({
    value: p,
    label: p === "nothing" ? "nothing: stopped" : p,
  }));
  const modes = (tables?.modes ?? []).map((m) => ({ value: m, label: m }));
  return (
    <form
      className="sheet grid gap-2.5 p-3"
      onSubmit={(event) => {
        event.preventDefault();
        onEnter();
      }}
    >
      <h2>What failed, and where</h2>
      <Controller
        name="part"
        control={control}
        render={({ field }) => (
          <Choice
            bare
            label="What failed"
            {...pick(field)}
            options={[{ value: "", label: "what failed?" }, ...parts]}
          />
        )}
      />
      {item && (
        <Controller
          name="zone"
          control={control}
          render={({ field }) => <ItemSketch item={item} chosen={field.value} onChoose={field.onChange} />}
        />
      )}
      <Controller
        name="mode"
        control={control}
        render={({ field }) => (
          <Choice bare label="How it failed" {...pick(field)} options={[{ value: "", label: "how?" }, ...modes]} />
        )}
      />
      {needs.includes("upper") && (
        <Field
          label="Did not reach"
          unit={unit}
          inputMode="decimal"
          error={formState.errors.upper?.message}
          {...register("upper")}
        />
      )}
      {needs.includes("stated") && (
        <Field
          label="Failed on the way to"
          unit={unit}
          inputMode="decimal"
          error={formState.errors.stated?.message}
          {...register("stated")}
        />
      )}
      <Field
        label={needs.includes("reason") ? "Cause: needed, and not the value" : "Reason"}
        error={formState.errors.reason?.message}
        {...register("reason")}
      />
      {action}
    </form>
  );
}

const pick = (field: { value: string; onChange: (value: string) => void }) => ({
  value: field.value,
  onChange: field.onChange,
});
