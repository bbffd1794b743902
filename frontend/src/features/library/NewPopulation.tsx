import { zodResolver } from "@hookform/resolvers/zod";
import { useForm } from "react-hook-form";
import { z } from "zod";
import { answer, api, type Schemas } from "@/api/client";
import { Button } from "@/ui/Button";
import { Field } from "@/ui/Field";
import { Pick } from "@/ui/Pick";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";
import { useLibraryChange } from "./useLibrary";

const ROW = z.object({
  item_type: z.string().min(1, "is needed"),
  shape: z.enum(["normal", "weibull", "unknown"]),
  reason: z.string().trim().min(1, "is needed").max(400),
});
type Row = z.infer<typeof ROW>;
type Props = { open: boolean; onClose: () => void; types: Schemas["ItemType"][] };

const SHAPES = [
  { value: "normal", label: "Normal: many strands share the load, or metal yields" },
  { value: "weibull", label: "Weibull: the weakest place decides" },
  { value: "unknown", label: "Not known" },
];

export function NewPopulation({ open, onClose, types }: Props) {
  return (
    <Sheet
      open={open}
      onOpenChange={(next) => !next && onClose()}
      title="What you know of a population"
      description="It goes before what ships, for every lot of the type, from now on; what is signed stays."
    >
      {open && <Form onClose={onClose} types={types} />}
    </Sheet>
  );
}

function Form({ onClose, types }: { onClose: () => void; types: Schemas["ItemType"][] }) {
  const form = useForm<Row>({
    resolver: zodResolver(ROW),
    defaultValues: { item_type: "", shape: "unknown", reason: "" },
  });
  const add = useLibraryChange<Row>((body) => answer(api.POST("/api/populations", { body })), "Added", onClose);
  const offered = types.filter((type) => !type.retired).map((type) => ({ value: type.key, label: type.name }));
  return (
    <form className="grid gap-3.5" onSubmit={(event) => void form.handleSubmit((row) => add.mutate(row))(event)}>
      <Pick
        control={form.control}
        name="item_type"
        label="Item"
        options={[{ value: "", label: "which?" }, ...offered]}
      />
      <Pick control={form.control} name="shape" label="How its strengths scatter" options={SHAPES} />
      <Field
        label="Why: earlier lots, literature, how it is made"
        error={form.formState.errors.reason?.message}
        {...form.register("reason")}
      />
      {add.error && <ErrorNote message={add.error.message} />}
      <div className="flex justify-end gap-2.5">
        <Button onClick={onClose}>Cancel</Button>
        <Button primary type="submit" disabled={add.isPending}>
          Add it
        </Button>
      </div>
    </form>
  );
}
