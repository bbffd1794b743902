import { useState } from "react";
import { answer, api } from "@/api/client";
import { isNumber, stated } from "@/format/figure";
import { Button } from "@/ui/Button";
import { Field } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";
import { useInstrumentChange, type Instrument } from "./useInstrument";

/** Somebody saw more on the cell than it carries. */
export function OverloadSheet({ cell, unit, onClose }: { cell: Instrument; unit: string; onClose: () => void }) {
  const [value, setValue] = useState("");
  const [note, setNote] = useState("");
  const keep = useInstrumentChange(
    () =>
      answer(
        api.POST("/api/instruments/{id}/overloads", {
          params: { path: { id: cell.id } },
          body: { value: { text: value.trim(), unit }, note: note.trim() },
        }),
      ),
    onClose,
  );
  return (
    <Sheet
      open
      onOpenChange={(next) => !next && onClose()}
      title={`An overload of ${cell.name}`}
      description={`More than its capacity of ${stated(cell.capacity, unit)}. Nothing counts from it until a check passes.`}
    >
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          keep.mutate(undefined);
        }}
      >
        <Field
          label="How much"
          unit={unit}
          inputMode="decimal"
          value={value}
          onChange={(e) => setValue(e.target.value)}
        />
        <Field label="What happened" value={note} maxLength={400} onChange={(e) => setNote(e.target.value)} />
        {keep.error && <ErrorNote message={keep.error.message} />}
        <div className="flex justify-end gap-2.5">
          <Button onClick={onClose}>Cancel</Button>
          <Button primary type="submit" disabled={keep.isPending || !isNumber(value)}>
            Note it
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
