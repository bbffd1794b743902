import { zodResolver } from "@hookform/resolvers/zod";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRef } from "react";
import { useForm } from "react-hook-form";
import { z } from "zod";
import { answer, api, Fault, once, onceKey, type Schemas } from "@/api/client";
import { keys, lotChanged } from "@/api/queries";
import { isNumber } from "@/format/figure";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Field } from "@/ui/Field";
import { Pick, wordOptions } from "@/ui/Pick";
import { ErrorNote } from "@/ui/states";

const LOAD = z.object({
  specimen: z.string().regex(/^\s*[1-9]\d*\s*$/, "its number"),
  feature: z.string(),
  source: z.enum(["planned proof", "transport", "earlier use"]),
  text: z.string().refine(isNumber, "type a number"),
  unit: z.string(),
  note: z.string().max(400),
});
type Load = z.infer<typeof LOAD>;

const toBody = (load: Load): Schemas["NewLoad"] => ({
  specimen_number: Number(load.specimen),
  feature_name: load.feature || null,
  source: load.source,
  text: load.text.trim(),
  unit: load.unit,
  note: load.note.trim(),
});

/** A load that a feature carried and that no pull of this lot tells. */
export function NewLoad({ onClose }: { onClose: () => void }) {
  const { page, measurand, unit } = useLot();
  const key = useRef(onceKey());
  const queries = useQueryClient();
  const { register, control, handleSubmit, formState } = useForm<Load>({
    resolver: zodResolver(LOAD),
    defaultValues: { specimen: "", feature: "", source: "planned proof", text: "", unit: unit.symbol, note: "" },
  });
  const record = useMutation({
    mutationFn: (load: Load) =>
      answer(
        api.POST("/api/lots/{id}/loads", {
          params: { path: { id: page.lot.id } },
          headers: once(key.current),
          body: toBody(load),
        }),
      ),
    onSuccess: (next) => {
      queries.setQueryData(keys.lot(page.lot.id), next);
      void lotChanged(queries, page.lot.id);
      onClose();
    },
  });
  const fields = record.error instanceof Fault ? record.error.fields : {};
  const { errors } = formState;
  const features = [...new Set(page.specimens.flatMap((specimen) => specimen.features))];
  return (
    <form className="mt-3 grid gap-3" onSubmit={(event) => void handleSubmit((load) => record.mutate(load))(event)}>
      <div className="grid gap-3 sm:grid-cols-[90px_1fr_1fr_110px_90px]">
        <Field
          label="Specimen"
          inputMode="numeric"
          error={errors.specimen?.message ?? fields.specimen_number}
          {...register("specimen")}
        />
        <Pick
          control={control}
          name="feature"
          label="Feature"
          options={[{ value: "", label: "the first" }, ...wordOptions(features)]}
        />
        <Pick
          control={control}
          name="source"
          label="It was"
          options={wordOptions(["planned proof", "transport", "earlier use"])}
        />
        <Field label="Load" inputMode="decimal" error={errors.text?.message ?? fields.text} {...register("text")} />
        <Pick
          control={control}
          name="unit"
          label="in"
          options={(measurand?.units ?? []).map((u) => ({ value: u.symbol, label: u.symbol }))}
        />
      </div>
      <Field label="Note" {...register("note")} />
      {record.error && Object.keys(fields).length === 0 && <ErrorNote message={record.error.message} />}
      <div className="flex justify-end gap-2.5">
        <Button onClick={onClose}>Cancel</Button>
        <Button primary type="submit" disabled={record.isPending}>
          Keep it
        </Button>
      </div>
    </form>
  );
}
