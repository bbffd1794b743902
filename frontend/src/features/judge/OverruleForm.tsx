import { zodResolver } from "@hookform/resolvers/zod";
import { useForm } from "react-hook-form";
import { z } from "zod";
import type { Schemas } from "@/api/client";
import { isNumber, plainNumber, shown } from "@/format/figure";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Field } from "@/ui/Field";
import type { Overruling } from "./useOverrule";

const empty = (text: string) => text.trim() === "";
const OWN = z
  .object({
    value: z.string().refine((v) => empty(v) || isNumber(v), "must be a number"),
    at: z.string().refine((v) => empty(v) || isNumber(v), "must be a number"),
    reason: z.string().max(400),
  })
  .refine((own) => !empty(own.value) || !empty(own.at), { path: ["value"], message: "say how much, or where" });

type Props = { finding: Schemas["Finding"]; overruling: Overruling; timed: boolean; onDone: () => void };

/** A value of one's own, typed; or another place, at which the recording is read. */
export function OverruleForm({ finding, overruling, timed, onDone }: Props) {
  const { unit } = useLot();
  const found = {
    value: finding.figure ? shown(finding.figure, unit.symbol).text.replace(/\s/g, "") : "",
    at: finding.at_seconds == null ? "" : String(Number(finding.at_seconds.toFixed(4))),
  };
  const { register, handleSubmit, formState } = useForm({
    resolver: zodResolver(OWN),
    defaultValues: { ...found, reason: "" },
  });
  const { errors, dirtyFields } = formState;
  return (
    <form
      className="flex flex-wrap items-end gap-2 py-1.5"
      onSubmit={(event) =>
        void handleSubmit(({ value, at, reason }) => {
          const typed = dirtyFields.value && !empty(value) ? { text: value.trim(), unit: unit.symbol } : null;
          overruling.set(finding, { at_seconds: plainNumber(at), typed, reason });
          onDone();
        })(event)
      }
    >
      <Field
        label="Value"
        unit={unit.symbol}
        className="w-32"
        inputMode="decimal"
        error={errors.value?.message}
        {...register("value")}
      />
      <Field
        label={timed ? "At" : "At reading"}
        unit={timed ? "s" : undefined}
        className="w-28"
        inputMode="decimal"
        error={errors.at?.message}
        {...register("at")}
      />
      <Field label="Reason" className="w-56" {...register("reason")} />
      <Button type="submit">Put it beside</Button>
      <p className="text-soft basis-full text-[12px]">
        With another {timed ? "time" : "reading"} alone the value is read from the recording there. What was found, and
        what was judged by it, stays.
      </p>
    </form>
  );
}
