import { zodResolver } from "@hookform/resolvers/zod";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRef } from "react";
import { useForm } from "react-hook-form";
import { z } from "zod";
import { answer, api, once, onceKey, type Schemas } from "@/api/client";
import { pullChanged } from "@/api/queries";
import { isReading } from "@/format/figure";
import { Button } from "@/ui/Button";
import { Field } from "@/ui/Field";
import { asksComma, CommaAsked, type Comma } from "@/lot/CommaAsked";
import { useFigureLanguage } from "@/lot/useFigureLanguage";
import { ErrorNote } from "@/ui/states";

const CORRECTION = z.object({
  text: z.string().refine(isReading, "type the digits as the display showed them"),
  reason: z.string().trim().min(1, "say how it was misread"),
});

/** Another reading beside the one that was typed wrong; both stay. */
export function CorrectForm({ pull, onDone }: { pull: Schemas["Pull"]; onDone: () => void }) {
  const unit = pull.measurement?.unit ?? "";
  const key = useRef(onceKey());
  const queries = useQueryClient();
  const { register, handleSubmit, formState, getValues } = useForm({
    resolver: zodResolver(CORRECTION),
    defaultValues: { text: "", reason: "" },
  });
  const { language } = useFigureLanguage();
  const correct = useMutation({
    mutationFn: (given: z.infer<typeof CORRECTION> & { comma?: Comma }) =>
      answer(
        api.POST("/api/pulls/{id}/measurements", {
          params: { path: { id: pull.id } },
          headers: once(key.current),
          body: { ...given, unit, ...(language ? { language } : {}) },
        }),
      ),
    onSuccess: (next) => {
      void pullChanged(queries, next);
      onDone();
    },
  });
  return (
    <form
      className="flex flex-wrap items-end gap-2.5"
      onSubmit={(event) => void handleSubmit((given) => correct.mutate(given))(event)}
    >
      <Field
        label="It showed"
        unit={unit}
        className="w-36"
        inputMode="decimal"
        error={formState.errors.text?.message}
        {...register("text")}
      />
      <Field
        label="How it was misread"
        className="w-64"
        error={formState.errors.reason?.message}
        {...register("reason")}
      />
      <Button primary type="submit" disabled={correct.isPending}>
        Put it right
      </Button>
      <Button onClick={onDone}>Leave it</Button>
      <CommaAsked
        fault={correct.error}
        texts={[getValues("text")]}
        unit={unit}
        onSay={(comma) => void handleSubmit((given) => correct.mutate({ ...given, comma }))()}
      />
      {correct.error && !asksComma(correct.error) && <ErrorNote message={correct.error.message} />}
    </form>
  );
}
