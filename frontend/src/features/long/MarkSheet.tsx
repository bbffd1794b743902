import { useState } from "react";
import { answer, api, Fault, once, onceKey, type Schemas } from "@/api/client";
import { useLongChange, type LongKind, type LongTest } from "@/api/lastingQueries";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Field, TextArea } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";

type Word = Schemas["NewLongEvent"]["word"];
type Station = LongTest["stations"][number];
type Props = { test: LongTest; kind: LongKind; station: Station; onClose: () => void };

const WORDS: [Word, string][] = [
  ["tightened", "Tightened again"],
  ["interrupted", "Interrupted: power, load or heat was off"],
  ["failed", "It failed"],
  ["run_out", "Run-out: stopped whole at its count"],
  ["stopped", "Stopped for another reason"],
  ["works", "Looked at after: it still works"],
  ["works_not", "Looked at after: it does not work"],
  ["taken_up", "Taken up again"],
  ["note", "Something else"],
];

/** What happened to a station besides being read. */
export function MarkSheet({ test, kind, station, onClose }: Props) {
  const [word, setWord] = useState<Word>(station.ended ? "taken_up" : "tightened");
  const [id, setId] = useState(station.id);
  const [note, setNote] = useState("");
  const [count, setCount] = useState("");
  const [key] = useState(onceKey);
  const mark = useLongChange(
    () =>
      answer(
        api.POST("/api/stations/{id}/events", {
          params: { path: { id } },
          headers: once(key),
          body: { word, note, ...(/^\d+$/.test(count.trim()) ? { count: Number(count) } : {}) },
        }),
      ),
    onClose,
  );
  const fields = mark.error instanceof Fault ? mark.error.fields : {};
  return (
    <Sheet
      open
      onOpenChange={(next) => !next && onClose()}
      title="What happened"
      description="It stands beside the readings, with your name."
    >
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          mark.mutate(undefined);
        }}
      >
        {test.stations.length > 1 && (
          <Choice
            label="To"
            value={String(id)}
            options={test.stations.map((s) => ({ value: String(s.id), label: s.name }))}
            onChange={(next) => setId(Number(next))}
          />
        )}
        <Choice
          label="What"
          value={word}
          options={WORDS.map(([value, label]) => ({ value, label }))}
          onChange={(next) => setWord(next as Word)}
        />
        {kind.along === "count" && (
          <Field
            label="At how many cycles"
            inputMode="numeric"
            value={count}
            error={fields.count}
            onChange={(e) => setCount(e.target.value)}
          />
        )}
        <TextArea
          label="In words"
          maxLength={400}
          value={note}
          error={fields.note}
          onChange={(e) => setNote(e.target.value)}
        />
        {mark.error && <ErrorNote message={mark.error.message} />}
        <div className="flex justify-end gap-2.5">
          <Button onClick={onClose}>Cancel</Button>
          <Button primary type="submit" disabled={mark.isPending}>
            Keep it
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
