import { useMemo, useState } from "react";
import type { Schemas } from "@/api/client";
import { Profile } from "@/charts/Profile";
import { Button } from "@/ui/Button";
import { Check } from "@/ui/Check";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";
import { blank, figures, KINDS, loadsOf, toStep, typed, type Loads, type Typed } from "./procedureForm";
import { StepEditor } from "./StepEditor";
import { usePreview, useSaveProcedure } from "./useProcedures";

type Row = Schemas["Procedures"]["rows"][number];
type Props = { row: Row | null; units: string[]; onClose: () => void };
type Kept = Typed & { id: number };

const SHARE = { symbol: "of each load", factor: 1000 };
const WIDEST = 40;
let made = 0;
const withId = (step: Typed): Kept => ({ ...step, id: (made += 1) });
const BEGIN = (["zero", "ramp", "hold", "release", "inspect"] as const).map((does) =>
  withId(does === "inspect" ? { ...blank(does), points: "cracks, deformation" } : blank(does)),
);

/** Steps in order, with the load over time drawn as they are changed. */
export function ProcedureEditor({ row, units, onClose }: Props) {
  return (
    <Sheet
      open
      onOpenChange={(next) => !next && onClose()}
      wide
      title={row?.own ? `${row.name}: revision ${(row.revision ?? 0) + 1}` : "A procedure of your own"}
      description="It is drawn with every named load as 1. What ran by an earlier revision keeps it."
    >
      <Form row={row} units={units} onClose={onClose} />
    </Sheet>
  );
}

/** What is typed, and the content that it makes. */
function useDraft(row: Row | null) {
  const [name, setName] = useState(row ? (row.own ? row.name : `${row.name}, ours`) : "");
  const [about, setAbout] = useState(row?.about ?? "");
  const [kind, setKind] = useState(row?.content.kind ?? "proof");
  const [push, setPush] = useState(row?.content.push ?? false);
  const [steps, setSteps] = useState<Kept[]>(() => row?.content.steps.map((step) => withId(typed(step))) ?? BEGIN);
  const measurands = row?.content.measurands;
  const content = useMemo(
    () => ({ kind, push, ...(measurands ? { measurands } : {}), steps: steps.map(toStep) }),
    [kind, push, steps, measurands],
  );
  return { name, setName, about, setAbout, kind, setKind, push, setPush, steps, setSteps, content };
}

type Draft = ReturnType<typeof useDraft>;

/** What speaks against keeping it, and how it would go. */
function useVerdict(draft: Draft, units: string[]) {
  const { steps, name, content } = draft;
  const sendable = steps.length > 0 && steps.length <= WIDEST && steps.every(whole);
  const preview = usePreview(sendable ? { name: name || "It", content } : null).data;
  const missing = sendable ? (preview?.refused ?? null) : "A figure is missing, or there is no step";
  return { profile: preview?.profile ?? [], against: unknownUnit(steps, units) ?? missing };
}

function Form({ row, units, onClose }: Props) {
  const draft = useDraft(row);
  const { name, about, steps, setSteps, content } = draft;
  const { profile, against } = useVerdict(draft, units);
  const save = useSaveProcedure(onClose);
  const send = () =>
    save.mutate({
      name: name.trim(),
      about: about.trim(),
      content,
      ...(row?.own ? { key: row.key, revision: row.revision } : {}),
    });
  return (
    <form
      className="grid max-h-[72vh] gap-3 overflow-auto pr-1"
      onSubmit={(event) => {
        event.preventDefault();
        send();
      }}
    >
      <Head draft={draft} />
      {profile.length > 1 && <Profile points={profile} unit={SHARE} />}
      <Steps steps={steps} loads={loadsOf(content.measurands?.[0])} onChange={setSteps} />
      {against && <ErrorNote message={against} />}
      {save.error && <ErrorNote message={save.error.message} />}
      <div className="flex flex-wrap justify-end gap-2.5">
        <Button onClick={() => setSteps([...steps, withId(blank("hold"))])}>Another step</Button>
        <Button onClick={onClose}>Cancel</Button>
        <Button primary type="submit" disabled={against !== null || name.trim() === "" || save.isPending}>
          {row?.own ? "Keep the revision" : "Keep the procedure"}
        </Button>
      </div>
    </form>
  );
}

function Head({ draft }: { draft: Draft }) {
  const { name, setName, about, setAbout, kind, setKind, push, setPush } = draft;
  const kinds = { ...KINDS, ...(KINDS[kind] ? {} : { [kind]: kind.replaceAll("_", " ") }) };
  return (
    <>
      <div className="grid gap-3 sm:grid-cols-[1fr_1fr_220px]">
        <Field label="Name" value={name} maxLength={120} onChange={(event) => setName(event.target.value)} />
        <Field
          label="What it is for"
          value={about}
          maxLength={200}
          onChange={(event) => setAbout(event.target.value)}
        />
        <Choice
          label="It is"
          value={kind}
          options={Object.entries(kinds).map(([value, label]) => ({ value, label }))}
          onChange={setKind}
        />
      </div>
      <Check checked={push} onChange={(event) => setPush(event.target.checked)}>
        It is pressed, not pulled
      </Check>
    </>
  );
}

const unknownUnit = (steps: Typed[], units: string[]) => {
  const wrong = steps
    .filter((step) => step.does === "measure")
    .flatMap((step) => figures(step.figures))
    .find((figure) => !units.includes(figure.unit));
  return wrong && `${wrong.name} has no unit that is known here: “${wrong.unit}”`;
};

/** Whether the server can read it at all: figures above 0, something to look at. */
function whole(step: Typed) {
  const made = toStep(step);
  const numbers = [
    made.rate_as?.value ?? made.rate,
    made.seconds,
    made.hertz,
    made.count,
    ...[made.to, made.low, made.high].map(amount),
  ];
  return (
    numbers.every((value) => value === undefined || value > 0) &&
    (made.points?.length ?? 1) > 0 &&
    (made.figures?.length ?? 1) > 0 &&
    made.words !== ""
  );
}
const amount = (load: ReturnType<typeof toStep>["to"]) => (typeof load === "object" ? load.times : load);

type StepsProps = { steps: Kept[]; loads: Loads; onChange: (steps: Kept[]) => void };

function Steps({ steps, loads, onChange }: StepsProps) {
  const moved = (from: number, by: number) => {
    const next = [...steps];
    const [one] = next.splice(from, 1);
    if (one) next.splice(from + by, 0, one);
    return next;
  };
  return (
    <ol className="grid gap-2">
      {steps.map((step, i) => (
        <li key={step.id} className="border-line flex items-end gap-2 border-t pt-2">
          <StepEditor
            step={step}
            loads={loads}
            onChange={(next) => onChange(steps.map((one) => (one.id === step.id ? { ...next, id: step.id } : one)))}
          />
          <Button aria-label={`Step ${i + 1} up`} disabled={i === 0} onClick={() => onChange(moved(i, -1))}>
            ↑
          </Button>
          <Button
            aria-label={`Take step ${i + 1} out`}
            onClick={() => onChange(steps.filter((one) => one.id !== step.id))}
          >
            ×
          </Button>
        </li>
      ))}
    </ol>
  );
}
