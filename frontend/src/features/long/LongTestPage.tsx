import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { useState } from "react";
import { longTestQuery, longTestsQuery, type LongKind, type LongTest } from "@/api/lastingQueries";
import { useMay } from "@/api/session";
import { LongChart } from "@/charts/LongChart";
import { hoursInWords } from "@/charts/longScale";
import { when } from "@/format/words";
import { useKeys } from "@/keys/keys";
import { Button } from "@/ui/Button";
import { Caution, Empty, ErrorNote, Waiting } from "@/ui/states";
import { Agreed } from "./Agreed";
import { EndSheet } from "./EndSheet";
import { MarkSheet } from "./MarkSheet";
import { ReadForm } from "./ReadForm";
import { ReadingsTable } from "./ReadingsTable";
import { Reports } from "./Reports";
import { SignReport } from "./SignReport";
import { StartNow } from "./StartNow";
import { Stations } from "./Stations";

type Open = "mark" | "end" | "sign" | null;

/** One long test: what it says, where it leads, and what is read next. */
export function LongTestPage() {
  const { testId } = useParams({ from: "/outside/tests/$testId" });
  const { data: test, error, refetch } = useQuery(longTestQuery(testId));
  const kinds = useQuery(longTestsQuery).data?.kinds;
  if (error) return <ErrorNote message={error.message} onRetry={() => void refetch()} />;
  const kind = kinds?.find((k) => k.key === test?.kind);
  if (!test || !kind) return <Waiting what="the test" />;
  return <Whole key={test.id} test={test} kind={kind} />;
}

function Whole({ test, kind }: { test: LongTest; kind: LongKind }) {
  const [chosen, setChosen] = useState<number | undefined>(() => firstToRead(test));
  const [open, setOpen] = useState<Open>(null);
  const may = useMay("readStation");
  const running = test.state === "running";
  useKeys(
    may && running
      ? [
          {
            keys: "n",
            label: "Type a reading",
            run: () => document.querySelector<HTMLInputElement>("[data-reading]")?.focus(),
          },
          { keys: "h", label: "Something happened", run: () => setOpen("mark") },
        ]
      : [],
  );
  const station = test.stations.find((s) => s.id === chosen) ?? test.stations[0];
  return (
    <>
      <Head test={test} running={running && may} onOpen={setOpen} />
      <div className="grid grid-cols-[minmax(0,1fr)] gap-4 min-[1100px]:grid-cols-[minmax(0,1fr)_330px]">
        <div className="order-2 grid grid-cols-[minmax(0,1fr)] content-start gap-4 min-[1100px]:order-1">
          <section className="sheet px-4 py-3" aria-label="Course">
            <h2 className={test.answer.tone === "alarm" ? "text-signal" : ""}>{test.answer.headline}</h2>
            {test.answer.lines.map((line) => (
              <p
                key={line.text}
                className={`text-[13.5px] ${line.tone === "alarm" ? "text-signal font-semibold" : ""}`}
              >
                {line.text}
              </p>
            ))}
            <LongChart
              chart={test.chart}
              label={test.answer.headline}
              chosen={test.chart.series.some((s) => s.id === chosen) && test.stations.length > 1 ? chosen : undefined}
            />
          </section>
          <Stations test={test} chosen={chosen} onChoose={setChosen} />
          {station && <ReadingsTable test={test} kind={kind} station={station} />}
          <Reports test={test} />
        </div>
        <div className="order-1 grid grid-cols-[minmax(0,1fr)] content-start gap-4 min-[1100px]:order-2">
          {test.state === "planned" && <StartNow test={test} />}
          {may && running && station && test.stations.some((s) => !s.ended) && (
            <ReadForm test={test} kind={kind} station={station} onChoose={setChosen} key={station.id} />
          )}
          {test.stations.length === 0 && <Empty title="No station yet">Add one under what was agreed.</Empty>}
          <Agreed test={test} kind={kind} />
          {running && kind.caution && <Caution>{kind.caution}</Caution>}
        </div>
      </div>
      <Sheets open={open} test={test} kind={kind} station={station} onClose={() => setOpen(null)} />
    </>
  );
}

/** The one that waits longest; else the first that goes on. */
function firstToRead(test: LongTest): number | undefined {
  const due = test.stations.find((s) => s.name === test.due.station);
  return (due ?? test.stations.find((s) => !s.ended) ?? test.stations[0])?.id;
}

type SheetsProps = {
  open: Open;
  test: LongTest;
  kind: LongKind;
  station: LongTest["stations"][number] | undefined;
  onClose: () => void;
};

function Sheets({ open, test, kind, station, onClose }: SheetsProps) {
  if (open === "mark" && station) return <MarkSheet test={test} kind={kind} station={station} onClose={onClose} />;
  if (open === "end") return <EndSheet test={test} onClose={onClose} />;
  return open === "sign" ? <SignReport test={test} onClose={onClose} /> : null;
}

function Head({ test, running, onOpen }: { test: LongTest; running: boolean; onOpen: (open: Open) => void }) {
  const maySign = useMay("signLongReport");
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-2 pb-3.5">
      <div className="min-w-0">
        <Link to="/tests" className="text-soft text-[13px] underline underline-offset-4">
          Long tests
        </Link>
        <h1>{test.title}</h1>
        <span className="text-soft text-[13px]">
          {test.kind_name}
          {test.lot_id && (
            <>
              {" of "}
              <Link to="/lots/$lotId/rate" params={{ lotId: test.lot_id }} className="underline">
                {test.lot}
              </Link>
            </>
          )}
          {test.started_at && `, since ${when(test.started_at)} (${hoursInWords(test.hours)})`}
          {test.state === "ended" && `, ended: ${test.ended_words}`}
        </span>
      </div>
      <span className="ml-auto flex flex-wrap gap-2">
        {running && (
          <>
            <Button hint="H" onClick={() => onOpen("mark")}>
              Something happened
            </Button>
            <Button onClick={() => onOpen("end")}>End</Button>
          </>
        )}
        {maySign && test.started_at && (
          <Button primary onClick={() => onOpen("sign")}>
            Sign a report
          </Button>
        )}
      </span>
    </div>
  );
}
