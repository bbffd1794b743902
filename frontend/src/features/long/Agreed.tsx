import { useState } from "react";
import { answer, api, Fault } from "@/api/client";
import { useLongChange, type LongKind, type LongTest } from "@/api/lastingQueries";
import { typeset } from "@/format/figure";
import { useMay } from "@/api/session";
import { Button } from "@/ui/Button";
import { Field, TextArea } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";
import { LotPick } from "./LotPick";
import { programmeText, readProgramme, readSchedule, scheduleText } from "./schedule";
import { defaultsOf, given, TermFields, type TypedTerms } from "./TermFields";

type Props = { test: LongTest; kind: LongKind };

/** What was agreed before, and what is still to come. */
export function Agreed({ test, kind }: Props) {
  const [changing, setChanging] = useState(false);
  const may = useMay("changeLongTest");
  const rows = kind.terms.flatMap((term) => {
    const one = test.terms[term.key];
    return one
      ? [{ key: term.key, name: term.name, text: `${typeset(one.text)} ${one.unit}`.trim(), source: term.source }]
      : [];
  });
  return (
    <section className="sheet px-4 py-3 text-[13px]" aria-label="Agreed">
      <div className="flex items-baseline">
        <h2>Agreed</h2>
        {may && test.state !== "ended" && (
          <button type="button" className="ml-auto underline underline-offset-4" onClick={() => setChanging(true)}>
            Change
          </button>
        )}
      </div>
      <dl className="mt-1">
        {rows.map((row) => (
          <div key={row.key} className="border-line flex justify-between gap-3 border-t py-1">
            <dt className="text-soft">
              {row.name} {row.source}
            </dt>
            <dd className="text-right font-semibold">{row.text}</dd>
          </div>
        ))}
        {test.programme.map((step) => (
          <div key={`${step.at}-${step.words}`} className="border-line flex justify-between gap-3 border-t py-1">
            <dt className="num text-soft whitespace-nowrap">
              at {step.at} {kind.along === "count" ? "cycles" : "h"}
            </dt>
            <dd className="text-right">{step.words}</dd>
          </div>
        ))}
        {test.address && (
          <div className="border-line flex justify-between gap-3 border-t py-1">
            <dt className="text-soft">Read by a logger</dt>
            <dd className="num">{test.address}</dd>
          </div>
        )}
      </dl>
      {changing && <ChangeSheet test={test} kind={kind} onClose={() => setChanging(false)} />}
    </section>
  );
}

function ChangeSheet({ test, kind, onClose }: Props & { onClose: () => void }) {
  const [title, setTitle] = useState(test.title);
  const [terms, setTerms] = useState<TypedTerms>(test.terms);
  const [schedule, setSchedule] = useState(scheduleText(test.schedule));
  const [programme, setProgramme] = useState(programmeText(test.programme));
  const [station, setStation] = useState("");
  const [lots, setLots] = useState({ lot_id: test.lot_id, reference_lot_id: test.reference_lot_id });
  const [own, setOwn] = useState<TypedTerms>(() => defaultsOf(kind.station_terms));
  const stretches = readSchedule(schedule);
  const steps = readProgramme(programme);
  const change = useLongChange(
    () =>
      answer(
        api.PATCH("/api/long-tests/{id}", {
          params: { path: { id: test.id } },
          body: {
            version: test.version,
            title: title.trim(),
            terms: given(terms),
            schedule: stretches ?? [],
            programme: steps ?? [],
            ...lots,
            ...(station.trim() ? { stations: [{ name: station.trim(), terms: given(own) }] } : {}),
          },
        }),
      ),
    onClose,
  );
  const errors = change.error instanceof Fault ? change.error.fields : {};
  return (
    <Sheet
      open
      onOpenChange={(next) => !next && onClose()}
      title="Change what was agreed"
      description="What was read stays as it is."
      wide
    >
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          change.mutate(undefined);
        }}
      >
        <Field
          label="What is tested"
          maxLength={200}
          value={title}
          error={errors.title}
          onChange={(e) => setTitle(e.target.value)}
        />
        <TermFields terms={kind.terms} typed={terms} onChange={setTerms} errors={errors} />
        {kind.along !== "none" && (
          <div className="grid gap-3 min-[820px]:grid-cols-2">
            <TextArea
              label="Read every … to …, one stretch a line"
              rows={5}
              value={schedule}
              error={stretches === null ? "each line is “every to until”" : errors.schedule}
              onChange={(e) => setSchedule(e.target.value)}
            />
            <TextArea
              label={`Programme: at which ${kind.along === "count" ? "count" : "hour"}, and what, one step a line`}
              rows={5}
              placeholder="1000 oven down to 21 °C"
              value={programme}
              error={steps === null ? "each line is a number and words" : errors.programme}
              onChange={(e) => setProgramme(e.target.value)}
            />
          </div>
        )}
        {kind.along !== "none" && <LotPick value={lots} onChange={setLots} error={errors.reference_lot_id} />}
        <details>
          <summary className="cursor-pointer py-1 font-semibold">
            One more {kind.along === "none" ? "piece" : "station"}
          </summary>
          <div className="grid gap-3 pt-2">
            <Field
              label="Its name"
              maxLength={120}
              value={station}
              error={errors.stations}
              onChange={(e) => setStation(e.target.value)}
            />
            <TermFields terms={kind.station_terms} typed={own} onChange={setOwn} errors={errors} />
          </div>
        </details>
        {change.error && <ErrorNote message={change.error.message} />}
        <div className="flex justify-end gap-2.5">
          <Button onClick={onClose}>Cancel</Button>
          <Button primary type="submit" disabled={change.isPending || stretches === null || steps === null}>
            Keep
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
