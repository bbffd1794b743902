import { zodResolver } from "@hookform/resolvers/zod";
import { useForm } from "react-hook-form";
import { z } from "zod";
import { answer, api } from "@/api/client";
import { isNumber, plainNumber } from "@/format/figure";
import { Button } from "@/ui/Button";
import { Field } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";
import { useLibraryChange } from "./useLibrary";

const factor = z
  .string()
  .refine((text) => isNumber(text) && (plainNumber(text) ?? 0) >= 1 && (plainNumber(text) ?? 0) <= 50, "from 1 to 50")
  .transform((text) => plainNumber(text) ?? 0);
const words = z.string().trim().min(1, "is needed");
const ROW = z
  .object({
    use: words.max(160),
    low: factor,
    usual: factor,
    high: factor,
    source: words.max(200),
    note: z.string().max(200),
  })
  .refine((row) => row.low <= row.usual && row.usual <= row.high, { path: ["usual"], message: "between the two" });
const EMPTY = { use: "", low: "", usual: "", high: "", source: "", note: "" };

export function NewDesignFactor({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Sheet
      open={open}
      onOpenChange={(next) => !next && onClose()}
      title="A design factor of your own"
      description="It stays marked “check” until somebody else compared it with its source."
    >
      {open && <Form onClose={onClose} />}
    </Sheet>
  );
}

function Form({ onClose }: { onClose: () => void }) {
  const form = useForm<typeof EMPTY, unknown, z.output<typeof ROW>>({
    resolver: zodResolver(ROW),
    defaultValues: EMPTY,
  });
  const add = useLibraryChange<z.output<typeof ROW>>(
    (body) => answer(api.POST("/api/design-factors", { body })),
    "Added",
    onClose,
  );
  const { errors } = form.formState;
  const field = (name: keyof typeof EMPTY) => ({ error: errors[name]?.message, ...form.register(name) });
  return (
    <form className="grid gap-3.5" onSubmit={(event) => void form.handleSubmit((row) => add.mutate(row))(event)}>
      <Field label="Use" placeholder="Lifting sling of fibre rope" {...field("use")} />
      <div className="grid grid-cols-3 gap-3">
        <Field label="From" inputMode="decimal" {...field("low")} />
        <Field label="Usual" inputMode="decimal" {...field("usual")} />
        <Field label="To" inputMode="decimal" {...field("high")} />
      </div>
      <Field label="Source, with its edition" {...field("source")} />
      <Field label="Note" {...field("note")} />
      {add.error && <ErrorNote message={add.error.message} />}
      <div className="flex justify-end gap-2.5">
        <Button onClick={onClose}>Cancel</Button>
        <Button primary type="submit" disabled={add.isPending}>
          Add the factor
        </Button>
      </div>
    </form>
  );
}
