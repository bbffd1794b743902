import { useFieldArray, useFormContext, useWatch } from "react-hook-form";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Check } from "@/ui/Check";
import { Field } from "@/ui/Field";
import { Pick, wordOptions } from "@/ui/Pick";
import { newClaim, type Ask } from "./askForm";
import { RowHead } from "./RowHead";
import { useUnits } from "./useUnits";
import { DIRECTIONS, KINDS } from "./words";

const MEASURES = [
  { value: "strength", label: "a strength" },
  { value: "working_load", label: "a load to work with" },
  { value: "share", label: "a share of another strength" },
];

/** Everything that somebody says it carries. Claims that differ stand beside each other and are not reconciled. */
export function Claims() {
  const { page } = useLot();
  const { control, getValues } = useFormContext<Ask>();
  const claims = useFieldArray({ control, name: "claims", keyName: "row" });
  return (
    <section className="sheet grid content-start gap-3 p-4">
      <h2>What is claimed</h2>
      {claims.fields.length === 0 && <p className="text-soft">Nobody said what this carries.</p>}
      {claims.fields.map((field, i) => (
        <Claim key={field.row} index={i} onRemove={() => claims.remove(i)} />
      ))}
      {page.ask.claim_conflicts.map((sentence) => (
        <p key={sentence} className="border-derived border-l-4 pl-2 text-[13px]">
          {sentence}
        </p>
      ))}
      <Button
        className="justify-self-start"
        onClick={() => claims.append(newClaim(getValues("display_unit"), getValues("direction")))}
      >
        {claims.fields.length === 0 ? "Add a claim" : "Another claim"}
      </Button>
    </section>
  );
}

function Claim({ index, onRemove }: { index: number; onRemove: () => void }) {
  const { register, control, formState } = useFormContext<Ask>();
  const measure = useWatch({ control, name: `claims.${index}.measure` });
  const errors = formState.errors.claims?.[index];
  const units = useUnits();
  const at = <N extends string>(name: N) => `claims.${index}.${name}` as const;
  return (
    <fieldset className="border-line grid gap-2.5 border-t pt-3 first-of-type:border-t-0 first-of-type:pt-0">
      <RowHead title={`Claim ${index + 1}`} onRemove={onRemove} />
      <Field label="Who says so, where" error={errors?.source?.message} {...register(at("source"))} />
      <div className="grid grid-cols-[1fr_84px] gap-3">
        <Field
          label="Claimed"
          inputMode="decimal"
          unit={measure === "share" ? "%" : undefined}
          error={errors?.text?.message}
          {...register(at("text"))}
        />
        {measure !== "share" && <Pick control={control} name={at("unit")} label="in" options={units} />}
      </div>
      <div className="grid grid-cols-2 gap-3">
        <Pick control={control} name={at("measure")} label="That is" options={MEASURES} />
        <Pick control={control} name={at("kind")} label="Which kind" options={wordOptions(KINDS)} />
        <Pick control={control} name={at("direction")} label="In" options={wordOptions(DIRECTIONS)} />
        {measure === "working_load" && (
          <Field
            label="Factor in it"
            inputMode="decimal"
            placeholder="not stated"
            error={errors?.factor?.message}
            {...register(at("factor"))}
          />
        )}
      </div>
      {measure === "share" && (
        <div className="grid grid-cols-[1fr_84px] gap-3">
          <Field
            label="Of a strength of"
            inputMode="decimal"
            placeholder="not stated"
            error={errors?.of_text?.message}
            {...register(at("of_text"))}
          />
          <Pick control={control} name={at("of_unit")} label="in" options={units} />
        </div>
      )}
      <Check {...register(at("every_piece"))}>Every single piece must meet it</Check>
    </fieldset>
  );
}
