import { useState } from "react";
import { answer, api, Fault, once, onceKey } from "@/api/client";
import { useLongChange, type LongKind, type LongTest } from "@/api/lastingQueries";
import { Button } from "@/ui/Button";
import { Check } from "@/ui/Check";
import { Choice } from "@/ui/Choice";
import { Field, TextArea } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { Caution, ErrorNote } from "@/ui/states";
import { LotPick, type Lots } from "./LotPick";
import { readSchedule, scheduleText } from "./schedule";
import { stationsOf } from "./stationsOf";
import { UnitPick } from "./UnitPick";
import { defaultsOf, given, TermFields, type TypedTerms } from "./TermFields";

type Props = { kinds: LongKind[]; onClose: () => void; onMade: (test: LongTest) => void };

/** A long test is agreed: its kind, its pieces, what is allowed, and when it is read. */
export function NewLongTest({ kinds, onClose, onMade }: Props) {
  const [key, setKey] = useState(kinds[0]?.key ?? "");
  const kind = kinds.find((k) => k.key === key);
  return (
    <Sheet open onOpenChange={(next) => !next && onClose()} title="A new long test" description={kind?.purpose} wide>
      <div className="grid gap-4">
        <Choice
          label="Kind"
          value={key}
          options={kinds.map((k) => ({ value: k.key, label: k.name, note: k.purpose }))}
          onChange={setKey}
        />
        {kind && <Body key={kind.key} kind={kind} onClose={onClose} onMade={onMade} />}
      </div>
    </Sheet>
  );
}

function Body({ kind, onClose, onMade }: { kind: LongKind; onClose: () => void; onMade: Props["onMade"] }) {
  const [title, setTitle] = useState("");
  const [names, setNames] = useState(kind.along === "none" ? "Piece 1" : "Station 1");
  const [terms, setTerms] = useState<TypedTerms>(() => defaultsOf(kind.terms));
  const [each, setEach] = useState<TypedTerms>(() => defaultsOf(kind.station_terms));
  const [schedule, setSchedule] = useState(scheduleText(kind.schedule));
  const [address, setAddress] = useState("");
  const [units, setUnits] = useState<Record<string, string>>({});
  const [lots, setLots] = useState<Lots>({ lot_id: null, reference_lot_id: null });
  const [now, setNow] = useState(true);
  const [began, setBegan] = useState("");
  const [once_, setOnce] = useState(onceKey);
  const stretches = readSchedule(schedule);
  const stations = stationsOf(names, kind, each);
  const begin = useLongChange(
    () =>
      answer(
        api.POST("/api/long-tests", {
          headers: once(once_),
          body: {
            kind: kind.key,
            title: title.trim(),
            terms: given(terms),
            stations: stationsOf(names, kind, each),
            ...(stretches ? { schedule: stretches } : {}),
            units,
            address: address.trim(),
            ...(lots.lot_id ? { lot_id: lots.lot_id } : {}),
            ...(lots.reference_lot_id ? { reference_lot_id: lots.reference_lot_id } : {}),
            ...(now ? { started_at: (began ? new Date(began) : new Date()).toISOString() } : {}),
          },
        }),
      ),
    (test) => {
      onMade(test);
      onClose();
    },
  );
  const errors = begin.error instanceof Fault ? begin.error.fields : {};
  return (
    <form
      className="grid gap-4"
      onChange={() => setOnce(onceKey())}
      onSubmit={(event) => {
        event.preventDefault();
        begin.mutate(undefined);
      }}
    >
      <Field
        label="What is tested"
        maxLength={200}
        value={title}
        error={errors.title}
        onChange={(e) => setTitle(e.target.value)}
      />
      <div className="grid gap-4 min-[820px]:grid-cols-2">
        <div className="grid content-start gap-3">
          <TextArea
            label={kind.along === "none" ? "Pieces, one a line" : "Stations, one a line"}
            rows={4}
            value={names}
            error={errors.stations}
            onChange={(e) => setNames(e.target.value)}
          />
          {kind.station_terms.length > 0 && (
            <>
              <h2>Of each {kind.along === "none" ? "piece" : "station"}</h2>
              <TermFields terms={kind.station_terms} typed={each} onChange={setEach} errors={errors} />
              <p className="text-soft text-[12px]">
                One whose {kind.station_terms[0]?.name.toLowerCase()} differs: “
                {kind.along === "none" ? "Used 1; used" : "H-1; 4.8"}” in its line.
              </p>
            </>
          )}
        </div>
        <div className="grid content-start gap-3">
          <h2>What is agreed</h2>
          <TermFields terms={kind.terms} typed={terms} onChange={setTerms} errors={errors} />
        </div>
      </div>
      <UnitPick kind={kind} units={units} onChange={setUnits} />
      {kind.along !== "none" && (
        <details>
          <summary className="cursor-pointer py-1 font-semibold">When it is read</summary>
          <div className="grid gap-3 pt-2 min-[820px]:grid-cols-2">
            <TextArea
              label={`Every … to …, in ${kind.along === "hours" ? "hours" : "cycles"}, one stretch a line`}
              rows={6}
              className="num"
              value={schedule}
              error={stretches === null ? "each line is “every to until”, such as 24 to 336" : errors.schedule}
              onChange={(e) => setSchedule(e.target.value)}
            />
            <Field
              label="Its logger answers at (may stay empty)"
              placeholder="host:port, or simulated"
              value={address}
              error={errors.address}
              onChange={(e) => setAddress(e.target.value)}
            />
          </div>
        </details>
      )}
      {kind.along !== "none" && (
        <details>
          <summary className="cursor-pointer py-1 font-semibold">What is left after it</summary>
          <div className="pt-2">
            <LotPick value={lots} onChange={setLots} error={errors.reference_lot_id} />
          </div>
        </details>
      )}
      <Check checked={now} onChange={(e) => setNow(e.target.checked)}>
        {kind.along === "none" ? "It begins now" : "The load is on: its clock runs from now"}
      </Check>
      {now && (
        <Field
          label="Since, if not now"
          type="datetime-local"
          className="max-w-[260px]"
          value={began}
          error={errors.at}
          onChange={(e) => setBegan(e.target.value)}
        />
      )}
      {kind.caution && <Caution>{kind.caution}</Caution>}
      {begin.error && <ErrorNote message={begin.error.message} />}
      <div className="flex justify-end gap-2.5">
        <Button onClick={onClose}>Cancel</Button>
        <Button
          primary
          type="submit"
          disabled={begin.isPending || title.trim() === "" || stations.length === 0 || stretches === null}
        >
          {now ? "Begin" : "Plan it"}
        </Button>
      </div>
    </form>
  );
}
