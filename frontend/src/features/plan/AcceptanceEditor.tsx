import { useState } from "react";
import { answer, api, Fault, type Schemas } from "@/api/client";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Field } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";
import { KeepTemplate, TemplatePick } from "./Templates";
import { NumberField } from "@/lot/NumberField";
import { emptyTest, TestEditor, type Test } from "./TestEditor";
import { useAcceptanceChange } from "./useAcceptance";

type Props = { open: boolean; acceptance: Schemas["Acceptance"]; onClose: () => void };
type Dimensions = Record<string, Schemas["Typed"]>;

/** The plan itself: begun from a template, every test with its count, its limit and its unit. */
export function AcceptanceEditor({ open, acceptance, onClose }: Props) {
  return (
    <Sheet
      open={open}
      onOpenChange={(next) => !next && onClose()}
      title="Acceptance plan"
      description="Counts and limits are yours to compare with the code in force. The lot keeps its own copy."
      wide
    >
      {open && <Form acceptance={acceptance} onClose={onClose} />}
    </Sheet>
  );
}

const testOf = (row: Schemas["AcceptanceRow"]): Test => ({
  name: row.name,
  kind: row.kind,
  count: row.count,
  quantity: row.quantity,
  unit: row.unit,
  sense: row.sense,
  limit: row.limit,
  where: row.where,
  note: row.note,
});

function Form({ acceptance, onClose }: Omit<Props, "open">) {
  const { page } = useLot();
  const { plan } = acceptance;
  const [name, setName] = useState(plan?.name ?? "");
  const [source, setSource] = useState(plan?.source ?? "");
  const [repeats, setRepeats] = useState<number | null>(plan?.repeats ?? 0);
  const [tests, setTests] = useState<Test[]>(acceptance.rows.map(testOf));
  const [dimensions, setDimensions] = useState<Dimensions>(plan?.dimensions ?? {});
  const save = useAcceptanceChange(
    (body: Schemas["NewAcceptance"]) =>
      answer(api.POST("/api/lots/{id}/acceptance", { params: { path: { id: page.lot.id } }, body })),
    onClose,
  );
  const fields = save.error instanceof Fault ? save.error.fields : {};
  const put = (at: number, test: Test) => setTests(tests.map((t, i) => (i === at ? test : t)));
  return (
    <div className="grid gap-4">
      <TemplatePick
        onTake={(worked, given) => {
          setName(worked.name);
          setSource(worked.source);
          setRepeats(worked.repeats);
          setTests(worked.tests);
          setDimensions(given);
        }}
      />
      <div className="grid gap-3 sm:grid-cols-[1fr_1.4fr_130px]">
        <Field label="Name" value={name} maxLength={160} onChange={(event) => setName(event.target.value)} />
        <Field label="Source" value={source} maxLength={200} onChange={(event) => setSource(event.target.value)} />
        <NumberField label="More per failure" whole value={repeats} onChange={setRepeats} />
      </div>
      {Object.keys(dimensions).length > 0 && (
        <p className="text-soft text-[13px]">
          Limits are worked out with{" "}
          {Object.entries(dimensions)
            .map(([key, typed]) => `${key} = ${typed.text} ${typed.unit}`)
            .join(", ")}
          .
        </p>
      )}
      {tests.map((test, i) => (
        <TestEditor
          key={i}
          test={test}
          error={fields[`tests.${i}`]}
          onChange={(next) => put(i, next)}
          onRemove={() => setTests(tests.filter((_, j) => j !== i))}
        />
      ))}
      <Button className="justify-self-start" onClick={() => setTests([...tests, emptyTest()])}>
        {tests.length ? "Another test" : "Add a test"}
      </Button>
      {save.error && <ErrorNote message={save.error.message} />}
      <div className="flex flex-wrap justify-end gap-2.5">
        {plan && <KeepTemplate name={plan.name} />}
        <Button onClick={onClose}>Cancel</Button>
        <Button
          primary
          disabled={name.trim() === "" || save.isPending}
          onClick={() =>
            save.mutate({ name, source, repeats: repeats ?? 0, tests, dimensions, revision: plan?.revision ?? 0 })
          }
        >
          Keep the plan
        </Button>
      </div>
    </div>
  );
}
