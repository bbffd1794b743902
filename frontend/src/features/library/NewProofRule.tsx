import { zodResolver } from "@hookform/resolvers/zod";
import { useFieldArray, useForm } from "react-hook-form";
import { z } from "zod";
import { answer, api, type Schemas } from "@/api/client";
import { isNumber, plainNumber } from "@/format/figure";
import { Button } from "@/ui/Button";
import { Field } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";
import { useLibraryChange } from "./useLibrary";

const words = z.string().trim().min(1, "is needed");
const number = z.string().refine(isNumber, "a number");
const STEP = z.object({
  up_to: z.string().refine((text) => text.trim() === "" || isNumber(text), "a number, or nothing"),
  times: number,
  plus: number,
});
const RULE = z
  .object({ name: words.max(160), source: words.max(200), steps: z.array(STEP).min(1) })
  .refine(({ steps }) => rising(steps.map((step) => plainNumber(step.up_to) ?? Infinity)), {
    path: ["steps"],
    message: "each step ends above the one before it; only the last may be open",
  });
type Rule = z.infer<typeof RULE>;

const rising = (ends: number[]) => ends.every((end, i) => i === 0 || end > (ends[i - 1] ?? 0));

export const toProofRule = ({ name, source, steps }: Rule): Schemas["NewProofRule"] => ({
  name,
  source,
  steps: steps.map((step, i) => ({
    above: i === 0 ? 0 : (plainNumber(steps[i - 1]?.up_to ?? "") ?? 0),
    up_to: plainNumber(step.up_to),
    times: plainNumber(step.times) ?? 0,
    plus: plainNumber(step.plus) ?? 0,
  })),
});

export function NewProofRule({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Sheet
      open={open}
      onOpenChange={(next) => !next && onClose()}
      title="A proof rule of your own"
      description="Limits in tonnes, as they are printed. It stays marked “check” until somebody else compared it with its source."
    >
      {open && <Form onClose={onClose} />}
    </Sheet>
  );
}

function Form({ onClose }: { onClose: () => void }) {
  const form = useForm<Rule>({
    resolver: zodResolver(RULE),
    defaultValues: { name: "", source: "", steps: [{ up_to: "", times: "2", plus: "0" }] },
  });
  const steps = useFieldArray({ control: form.control, name: "steps" });
  const add = useLibraryChange<Rule>(
    (rule) => answer(api.POST("/api/proof-rules", { body: toProofRule(rule) })),
    "Added",
    onClose,
  );
  const { errors } = form.formState;
  const fault = errors.steps?.root?.message ?? errors.steps?.message;
  return (
    <form className="grid gap-3.5" onSubmit={(event) => void form.handleSubmit((rule) => add.mutate(rule))(event)}>
      <Field label="Name" error={errors.name?.message} {...form.register("name")} />
      <Field label="Source, with its edition" error={errors.source?.message} {...form.register("source")} />
      {steps.fields.map((step, i) => (
        <fieldset key={step.id} className="grid grid-cols-3 gap-3">
          <Field
            label="Limits up to"
            unit="t"
            placeholder="any"
            error={errors.steps?.[i]?.up_to?.message}
            {...form.register(`steps.${i}.up_to`)}
          />
          <Field
            label="Times the limit"
            error={errors.steps?.[i]?.times?.message}
            {...form.register(`steps.${i}.times`)}
          />
          <Field label="Plus" unit="t" error={errors.steps?.[i]?.plus?.message} {...form.register(`steps.${i}.plus`)} />
        </fieldset>
      ))}
      {fault && <ErrorNote message={fault} />}
      {add.error && <ErrorNote message={add.error.message} />}
      <div className="flex justify-end gap-2.5">
        <Button onClick={() => steps.append({ up_to: "", times: "1", plus: "0" })}>Another step</Button>
        <Button onClick={onClose}>Cancel</Button>
        <Button primary type="submit" disabled={add.isPending}>
          Add the rule
        </Button>
      </div>
    </form>
  );
}
