import { zodResolver } from "@hookform/resolvers/zod";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Controller, useForm } from "react-hook-form";
import { z } from "zod";
import { answer, api, Fault } from "@/api/client";
import { keys } from "@/api/queries";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";

const PURPOSES = ["rating", "acceptance", "comparison", "investigation", "complaint", "demonstration"] as const;
const JOB = z.object({
  customer: z.string().trim().min(1, "is needed").max(160),
  title: z.string().trim().min(1, "is needed").max(160),
  purpose: z.enum(PURPOSES),
});
type Job = z.infer<typeof JOB>;
type Props = {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  onCreated: (job: { id: number; customer: string }) => void;
};

export function NewJob({ open, onOpenChange, onCreated }: Props) {
  return (
    <Sheet
      open={open}
      onOpenChange={onOpenChange}
      title="New job"
      description="Who asks, and what for. Its lots come next."
    >
      <JobForm onClose={() => onOpenChange(false)} onCreated={onCreated} />
    </Sheet>
  );
}

function JobForm({ onClose, onCreated }: { onClose: () => void; onCreated: Props["onCreated"] }) {
  const { register, control, handleSubmit, formState } = useForm<Job>({
    resolver: zodResolver(JOB),
    defaultValues: { customer: "", title: "", purpose: "rating" },
  });
  const queries = useQueryClient();
  const create = useMutation({
    mutationFn: (job: Job) => answer(api.POST("/api/jobs", { body: job })),
    onSuccess: (job) => {
      void queries.invalidateQueries({ queryKey: keys.lots });
      onClose();
      onCreated(job);
    },
  });
  const fields = create.error instanceof Fault ? create.error.fields : {};
  const { errors } = formState;
  return (
    <form className="grid gap-3.5" onSubmit={(event) => void handleSubmit((job) => create.mutate(job))(event)}>
      <Field label="Customer" error={errors.customer?.message ?? fields.customer} {...register("customer")} />
      <Field
        label="What is asked"
        placeholder="Eye splices, spring line"
        error={errors.title?.message ?? fields.title}
        {...register("title")}
      />
      <Controller
        name="purpose"
        control={control}
        render={({ field }) => (
          <Choice
            label="Purpose"
            value={field.value}
            onChange={field.onChange}
            options={PURPOSES.map((p) => ({
              value: p,
              label: p,
              note: p === "demonstration" ? "issues no certificate" : undefined,
            }))}
          />
        )}
      />
      {create.error && Object.keys(fields).length === 0 && <ErrorNote message={create.error.message} />}
      <div className="flex justify-end gap-2.5">
        <Button onClick={onClose}>Cancel</Button>
        <Button primary type="submit" disabled={create.isPending}>
          Take it in
        </Button>
      </div>
    </form>
  );
}
