import { useState, type FormEvent } from "react";
import { toast } from "sonner";
import { answer, api, Fault, once, onceKey } from "@/api/client";
import { useLongChange, type LongKind, type LongTest } from "@/api/lastingQueries";
import { grouped } from "@/format/figure";
import { when } from "@/format/words";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { Segments } from "@/ui/Segments";
import { ErrorNote } from "@/ui/states";
import { BringLog } from "./BringLog";

type Station = LongTest["stations"][number];
type Props = { test: LongTest; kind: LongKind; station: Station; onChoose: (id: number) => void };
type Channel = LongKind["channels"][number];

/** What is read now, typed at the rig; the last reading stands beside each field to compare. */
export function ReadForm({ test, kind, station, onChoose }: Props) {
  const [texts, setTexts] = useState<Record<string, string>>({});
  const [count, setCount] = useState("");
  const [at, setAt] = useState("");
  const [note, setNote] = useState("");
  const [key, setKey] = useState(onceKey);
  const empty = () => {
    setTexts({});
    setCount("");
    setAt("");
    setNote("");
    setKey(onceKey());
  };
  const keep = useLongChange(
    () =>
      answer(
        api.POST("/api/stations/{id}/readings", {
          params: { path: { id: station.id } },
          headers: once(key),
          body: {
            values: Object.fromEntries(
              kind.channels
                .filter((c) => (texts[c.key] ?? "").trim() !== "")
                .map((c) => [c.key, { text: texts[c.key] ?? "", unit: c.choices ? "" : unitOf(test, c) }]),
            ),
            ...(count.trim() && /^\d+$/.test(count.trim()) ? { count: Number(count) } : {}),
            ...(at ? { at: new Date(at).toISOString() } : {}),
            note,
          },
        }),
      ),
    () => {
      empty();
      toast.success(`${station.name}: reading kept`);
      document.querySelector<HTMLInputElement>("[data-reading]")?.focus();
    },
    () => empty(),
  );
  const fields = keep.error instanceof Fault ? keep.error.fields : {};
  const submit = (event: FormEvent) => {
    event.preventDefault();
    keep.mutate(undefined);
  };
  const last = station.readings[0];
  const type = (name: string, text: string) => {
    setTexts((now) => ({ ...now, [name]: text }));
    setKey(onceKey());
  };
  return (
    <form className="sheet grid gap-3 px-4 py-3" aria-label="Reading" onSubmit={submit}>
      <h2>
        {station.ended ? `${station.name} has ended` : `Read ${station.name}`}
        {due(test, station) && <span className="text-soft block text-[13px] font-normal">{due(test, station)}</span>}
      </h2>
      {test.stations.length > 1 && (
        <Choice
          label="Station"
          value={String(station.id)}
          options={test.stations.map((s) => ({
            value: String(s.id),
            label: s.name,
            note: s.ended ? "ended" : undefined,
          }))}
          onChange={(id) => onChoose(Number(id))}
        />
      )}
      {!station.ended && (
        <>
          {kind.along === "count" && (
            <Field
              label="Cycles"
              inputMode="numeric"
              className="[&_.field]:h-12 [&_.field]:text-[18px]"
              data-reading
              value={count}
              error={fields.count}
              note={last?.count != null ? `last ${grouped(last.count, 0)}` : undefined}
              onChange={(event) => setCount(event.target.value)}
            />
          )}
          {kind.channels.map((channel, i) => (
            <ChannelField
              key={channel.key}
              channel={channel}
              unit={unitOf(test, channel)}
              text={texts[channel.key] ?? ""}
              last={last?.read[channel.key]}
              error={fields[channel.key]}
              first={i === 0 && kind.along !== "count"}
              onType={(text) => type(channel.key, text)}
            />
          ))}
          <details>
            <summary className="text-soft cursor-pointer py-1 text-[13px]">Read earlier, or a note</summary>
            <div className="grid gap-3 pt-2">
              <Field
                label="Read at, if not now"
                type="datetime-local"
                value={at}
                error={fields.at}
                onChange={(event) => setAt(event.target.value)}
              />
              <Field label="Note" maxLength={400} value={note} onChange={(event) => setNote(event.target.value)} />
            </div>
          </details>
          {keep.error && <ErrorNote message={keep.error.message} />}
          <Button primary type="submit" className="h-12 text-[16px]" disabled={keep.isPending}>
            Keep the reading
          </Button>
          {kind.along === "hours" && <BringLog station={station} />}
        </>
      )}
    </form>
  );
}

export const unitOf = (test: LongTest, channel: Channel) => test.units[channel.key] ?? channel.units[0] ?? "";

function due(test: LongTest, station: Station): string {
  if (test.due.station !== station.name || !test.due.words) return "";
  const where = test.due.at ? `${when(test.due.at)}, ${test.due.words}` : test.due.words;
  return test.due.late ? `overdue since ${where}` : `due ${where}`;
}

type ChannelProps = {
  channel: Channel;
  unit: string;
  text: string;
  last?: { text: string; unit: string };
  error?: string;
  first: boolean;
  onType: (text: string) => void;
};

function ChannelField({ channel, unit, text, last, error, first, onType }: ChannelProps) {
  if (channel.choices)
    return (
      <div>
        <span className="cap mb-1 block">{channel.name}</span>
        <Segments
          label={channel.name}
          value={text}
          options={channel.choices.map((word) => ({ value: word, label: word }))}
          onChange={onType}
        />
        {error && <span className="text-signal text-[12px] font-semibold">{error}</span>}
      </div>
    );
  return (
    <Field
      label={channel.needed ? channel.name : `${channel.name} (may stay empty)`}
      unit={unit}
      inputMode="decimal"
      className="[&_.field]:h-12 [&_.field]:text-[18px]"
      {...(first ? { "data-reading": true } : {})}
      value={text}
      error={error}
      note={last ? `last ${last.text} ${last.unit}` : undefined}
      onChange={(event) => onType(event.target.value)}
    />
  );
}
