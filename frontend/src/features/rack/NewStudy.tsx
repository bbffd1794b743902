import { zodResolver } from "@hookform/resolvers/zod";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Controller, useFieldArray, useForm, useWatch } from "react-hook-form";
import { toast } from "sonner";
import { z } from "zod";
import { answer, api, type Schemas } from "@/api/client";
import { plainNumber } from "@/format/figure";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";

const KINDS = [
  { value: "nominal", label: "kinds", note: "no order: maker, fitting" },
  { value: "quantity", label: "a quantity", note: "rows of stitching, embedment" },
  { value: "order_of_steps", label: "order of steps", note: "which preparation comes first" },
] as const;
const levelsOf = (text: string) =>
  text
    .split(",")
    .map((level) => level.trim())
    .filter(Boolean);
const FACTOR = z.object({
  name: z.string().trim().min(1, "is needed"),
  kind: z.enum(["nominal", "quantity", "order_of_steps"]),
  levels: z.string().refine((text) => new Set(levelsOf(text)).size >= 2, "at least two that differ, with commas"),
});
const STUDY = z.object({ name: z.string().trim().min(1, "is needed"), factors: z.array(FACTOR).min(1) });
type Study = z.infer<typeof STUDY>;
type Props = { job: { id: number; customer: string } | null; onClose: () => void };

/** Factors and their levels; the lots of the job become the cells, each under Ask. */
export function NewStudy({ job, onClose }: Props) {
  return (
    <Sheet
      open={job !== null}
      onOpenChange={(open) => !open && onClose()}
      title={`Study for ${job?.customer ?? ""}`}
      description="What differs between the lots of this job. Each lot is put into its cell under Ask."
    >
      {job && <StudyForm jobId={job.id} onClose={onClose} />}
    </Sheet>
  );
}

export const toBody = ({ name, factors }: Study): Schemas["NewStudy"] => ({
  name,
  factors: factors.map((factor) => {
    const { kind } = factor;
    if (kind === "order_of_steps") return { name: factor.name, kind, steps: levelsOf(factor.levels) };
    const value = (level: string) => (kind === "quantity" ? plainNumber(level) : null);
    return {
      name: factor.name,
      kind,
      levels: levelsOf(factor.levels).map((level) => ({ name: level, value: value(level) })),
    };
  }),
});

function StudyForm({ jobId, onClose }: { jobId: number; onClose: () => void }) {
  const form = useForm<Study>({
    resolver: zodResolver(STUDY),
    defaultValues: { name: "", factors: [{ name: "", kind: "nominal", levels: "" }] },
  });
  const factors = useFieldArray({ control: form.control, name: "factors" });
  const queries = useQueryClient();
  const create = useMutation({
    mutationFn: (study: Study) =>
      answer(api.POST("/api/jobs/{id}/studies", { params: { path: { id: jobId } }, body: toBody(study) })),
    onSuccess: (study) => {
      void queries.invalidateQueries({ queryKey: ["lot"] });
      toast.success(`Study “${study.name}” added; put each lot into its cell under Ask`);
      onClose();
    },
  });
  const { errors } = form.formState;
  const kinds = useWatch({ control: form.control, name: "factors" });
  const orders = (i: number) => kinds[i]?.kind === "order_of_steps";
  return (
    <form className="grid gap-3.5" onSubmit={(event) => void form.handleSubmit((study) => create.mutate(study))(event)}>
      <Field label="Name of the study" error={errors.name?.message} {...form.register("name")} />
      {factors.fields.map((field, i) => (
        <fieldset key={field.id} className="border-line grid gap-2.5 border-t pt-3 sm:grid-cols-[1fr_150px]">
          <Field
            label="Factor"
            placeholder="Tucks"
            error={errors.factors?.[i]?.name?.message}
            {...form.register(`factors.${i}.name`)}
          />
          <Controller
            name={`factors.${i}.kind`}
            control={form.control}
            render={({ field: kind }) => (
              <Choice
                label="It is"
                value={kind.value}
                onChange={kind.onChange}
                options={KINDS.map((k) => ({ ...k }))}
              />
            )}
          />
          <Field
            label={orders(i) ? "Steps, with commas: every order of them is a level" : "Levels, in order, with commas"}
            placeholder={orders(i) ? "sewn, heat-set" : "3, 5, 7"}
            className="sm:col-span-2"
            error={errors.factors?.[i]?.levels?.message}
            {...form.register(`factors.${i}.levels`)}
          />
        </fieldset>
      ))}
      {create.error && <ErrorNote message={create.error.message} />}
      <div className="flex justify-end gap-2.5">
        <Button onClick={() => factors.append({ name: "", kind: "nominal", levels: "" })}>Another factor</Button>
        <Button onClick={onClose}>Cancel</Button>
        <Button primary type="submit" disabled={create.isPending}>
          Add the study
        </Button>
      </div>
    </form>
  );
}
