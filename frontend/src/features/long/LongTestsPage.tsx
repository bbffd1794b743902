import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import type { Schemas } from "@/api/client";
import { longTestsQuery } from "@/api/lastingQueries";
import { useMay } from "@/api/session";
import { hoursInWords } from "@/charts/longScale";
import { plural, when } from "@/format/words";
import { useKeys } from "@/keys/keys";
import { useRowKeys } from "@/keys/useRowKeys";
import { Button } from "@/ui/Button";
import { Empty, ErrorNote, Waiting } from "@/ui/states";
import { NewLongTest } from "./NewLongTest";
import { TONE_WORDS, ToneMark } from "./ToneMark";

type Row = Schemas["LongRow"];

/** Every test of hours to months, what asks to be looked at first. */
export function LongTestsPage() {
  const { data, error, refetch } = useQuery(longTestsQuery);
  const [planning, setPlanning] = useState(false);
  const may = useMay("beginLongTest");
  const navigate = useNavigate();
  useRowKeys();
  useKeys(may ? [{ keys: "n", label: "New long test", run: () => setPlanning(true) }] : []);
  if (error) return <ErrorNote message={error.message} onRetry={() => void refetch()} />;
  if (!data) return <Waiting what="the long tests" />;
  const running = data.tests.filter((t) => t.state === "running");
  const others = data.tests.filter((t) => t.state !== "running");
  return (
    <>
      <div className="flex flex-wrap items-baseline gap-x-3 gap-y-2">
        <h1>Long tests</h1>
        <span className="text-soft">{summary(running)}</span>
        {may && (
          <Button primary hint="N" className="ml-auto" onClick={() => setPlanning(true)}>
            New test
          </Button>
        )}
      </div>
      {data.tests.length === 0 && (
        <Empty title="No long test yet">
          Creep under load, crack cycling, fatigue, relaxation, a floating cell, a valve, drops: what takes longer than
          a pull, or is no pull, stands here.
        </Empty>
      )}
      <List rows={[...running].sort(byTone)} title="Running" />
      <List rows={others} title="Planned and ended" />
      {planning && (
        <NewLongTest
          kinds={data.kinds}
          onClose={() => setPlanning(false)}
          onMade={(test) => void navigate({ to: "/tests/$testId", params: { testId: test.id } })}
        />
      )}
    </>
  );
}

const ORDER = ["alarm", "look", "ok"];
const byTone = (a: Row, b: Row) => ORDER.indexOf(a.tone) - ORDER.indexOf(b.tone) || b.id - a.id;

function summary(running: Row[]): string {
  const wrong = running.filter((t) => t.tone === "alarm").length;
  const late = running.filter((t) => t.due.late).length;
  return [
    `${running.length} running`,
    wrong && `${wrong} to look at now`,
    late && plural(late, "reading overdue", "readings overdue"),
  ]
    .filter(Boolean)
    .join(", ");
}

function List({ rows, title }: { rows: Row[]; title: string }) {
  if (rows.length === 0) return null;
  return (
    <section aria-label={title} className="pt-4">
      <h2 className="pb-1.5">{title}</h2>
      <div className="border-line border-b">
        {rows.map((row) => (
          <Link
            key={row.id}
            data-row
            to="/tests/$testId"
            params={{ testId: row.id }}
            className="group border-line bg-sheet grid min-h-14 grid-cols-[20px_minmax(0,1fr)] items-start gap-x-2 border-t px-3.5 py-2 hover:shadow-[inset_3px_0_var(--ink)] min-[720px]:grid-cols-[20px_minmax(0,1fr)_auto]"
          >
            <ToneMark tone={row.tone} />
            <span className="min-w-0">
              <span className="head text-[15px]">{row.title}</span>
              <span className="sr-only">{TONE_WORDS[row.tone]}</span>
              <span className={`block text-[13px] ${row.tone === "alarm" ? "text-signal font-semibold" : "text-soft"}`}>
                {row.headline}
              </span>
            </span>
            <span className="text-soft col-start-2 text-[13px] min-[720px]:col-start-3 min-[720px]:text-right">
              <span className="block">
                {row.kind_name}
                {row.started_at && `, ${hoursInWords(row.hours)}`}
              </span>
              <Next row={row} />
            </span>
          </Link>
        ))}
      </div>
    </section>
  );
}

function Next({ row }: { row: Row }) {
  const { due } = row;
  if (row.state === "ended") return <span>ended: {row.ended_words}</span>;
  if (row.state === "planned") return <span>not begun</span>;
  if (due.silent_since) return <b className="text-signal">its logger is silent since {when(due.silent_since)}</b>;
  if (due.late) return <b className="text-signal">reading overdue, {due.words}</b>;
  if (due.at) return <span>next reading {when(due.at)}</span>;
  return due.words ? <span>next reading {due.words}</span> : null;
}
