import { useState } from "react";
import { answer, api, once } from "@/api/client";
import { plainNumber } from "@/format/figure";
import { plural } from "@/format/words";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Sheet } from "@/ui/Sheet";
import { Caution, ErrorNote } from "@/ui/states";
import { StepFields, type StepForm } from "./StepFields";
import { usePrepareChange, type NewStep, type Piece, type Preparation } from "./usePrepare";

const EMPTY: StepForm = {
  kind: "conditioning",
  name: "",
  source: "own",
  source_text: "",
  hours: "",
  capacity: "",
  under_load: false,
  values: [],
};

/** Steps for all chosen pieces at once: from a template, then as they really were. */
export function AddSteps({ data, pieces, onClose }: { data: Preparation; pieces: Piece[]; onClose: () => void }) {
  const { page } = useLot();
  const [template, setTemplate] = useState("");
  const [steps, setSteps] = useState<StepForm[]>([EMPTY]);
  const [key] = useState(() => crypto.randomUUID());
  const chosen = data.templates.find((row) => row.key === template);
  const keep = usePrepareChange(
    page.lot.id,
    () =>
      answer(
        api.POST("/api/lots/{id}/preparations", {
          params: { path: { id: page.lot.id } },
          headers: once(key),
          body: { specimen_ids: pieces.map((piece) => piece.id), steps: steps.filter((s) => s.name.trim()).map(sent) },
        }),
      ),
    onClose,
  );
  const take = (next: string) => {
    setTemplate(next);
    const found = data.templates.find((row) => row.key === next);
    setSteps(found ? found.steps.map(formOf) : [EMPTY]);
  };
  const set = (i: number, change: Partial<StepForm>) =>
    setSteps(steps.map((step, k) => (k === i ? { ...step, ...change } : step)));
  return (
    <Sheet
      open
      onOpenChange={(next) => !next && onClose()}
      title={`Steps for ${plural(pieces.length, "piece")}`}
      description="In the order in which they are done. What is left empty is told as not known."
      wide
    >
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          keep.mutate(undefined);
        }}
      >
        <Choice
          label="Begin with"
          className="max-w-[420px]"
          value={template}
          options={[
            { value: "", label: "nothing: type them" },
            ...data.templates.map((row) => ({ value: row.key, label: row.name, note: row.source })),
          ]}
          onChange={take}
        />
        {chosen?.check && <Caution>{chosen.source}. The maker’s instructions and the code in force decide.</Caution>}
        {steps.map((step, i) => (
          <StepFields
            key={i}
            step={step}
            set={(change) => set(i, change)}
            strike={() => setSteps(steps.filter((_, k) => k !== i))}
          />
        ))}
        <button
          type="button"
          className="justify-self-start font-semibold underline"
          onClick={() => setSteps([...steps, EMPTY])}
        >
          One step more
        </button>
        {keep.error && <ErrorNote message={keep.error.message} />}
        <div className="flex justify-end gap-2.5">
          <Button onClick={onClose}>Cancel</Button>
          <Button
            primary
            type="submit"
            disabled={keep.isPending || pieces.length === 0 || !steps.some((s) => s.name.trim())}
          >
            Add to {plural(pieces.length, "piece")}
          </Button>
        </div>
      </form>
    </Sheet>
  );
}

const formOf = (step: NewStep): StepForm => ({
  kind: step.kind,
  name: step.name,
  source: step.source ?? "own",
  source_text: step.source_text ?? "",
  hours: step.hours == null ? "" : String(step.hours),
  capacity: step.capacity == null ? "" : String(step.capacity),
  under_load: step.under_load ?? false,
  values: (step.values ?? []).map((value) => ({ name: value.name, text: value.text ?? "", unit: value.unit ?? "" })),
});

const sent = (step: StepForm): NewStep => ({
  kind: step.kind,
  name: step.name.trim(),
  source: step.source,
  source_text: step.source_text.trim(),
  hours: plainNumber(step.hours),
  capacity: plainNumber(step.capacity),
  under_load: step.under_load,
  values: step.values.filter((value) => value.name.trim() && value.text.trim()),
});
