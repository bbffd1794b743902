import { useState } from "react";
import { Fault, onceKey } from "@/api/client";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Field } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";
import { NumberField } from "@/lot/NumberField";
import { useAddSpecimens } from "./useSpecimens";

type Props = { open: boolean; onClose: () => void };

export function AddSpecimens({ open, onClose }: Props) {
  return (
    <Sheet
      open={open}
      onOpenChange={(next) => !next && onClose()}
      title="New specimens"
      description="Numbered on from the last one, and labelled by a pattern."
    >
      {open && <Form onClose={onClose} />}
    </Sheet>
  );
}

function Form({ onClose }: { onClose: () => void }) {
  const { page } = useLot();
  const wanted = Math.max(1, (page.lot.specimens_planned ?? 6) - page.specimens.length);
  const [count, setCount] = useState<number | null>(wanted);
  const [pattern, setPattern] = useState("");
  const [features, setFeatures] = useState("");
  const [key] = useState(onceKey);
  const add = useAddSpecimens(page.lot.id, key, onClose);
  const names = features
    .split(",")
    .map((name) => name.trim())
    .filter(Boolean);
  const fields = add.error instanceof Fault ? add.error.fields : {};
  return (
    <form
      className="grid gap-3.5"
      onSubmit={(event) => {
        event.preventDefault();
        if (count) add.mutate({ count, pattern, features: names.length ? names : undefined });
      }}
    >
      <NumberField label="How many" whole value={count} onChange={setCount} />
      <Field
        label="Pattern of the label"
        placeholder="HB-{n:2}"
        note="{n} is the number, {n:2} the same with leading zeros"
        error={fields.pattern}
        value={pattern}
        onChange={(event) => setPattern(event.target.value)}
      />
      <Field
        label="Features of each, with commas"
        placeholder="end A, end B"
        note="empty: those of the item type"
        value={features}
        onChange={(event) => setFeatures(event.target.value)}
      />
      {add.error && <ErrorNote message={add.error.message} />}
      <div className="flex justify-end gap-2.5">
        <Button onClick={onClose}>Cancel</Button>
        <Button primary type="submit" disabled={!count || add.isPending}>
          List them
        </Button>
      </div>
    </form>
  );
}
