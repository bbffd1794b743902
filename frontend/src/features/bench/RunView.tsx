import { Link } from "@tanstack/react-router";
import type { Live, TracePoint } from "@/api/live";
import { LiveCurve } from "@/charts/LiveCurve";
import { useLot } from "@/lot/context";
import { Caution } from "@/ui/states";
import { Inspect } from "./Inspect";
import { StepsRow } from "./StepsRow";
import type { BenchPageData, Run } from "./useRun";

type Props = {
  data: BenchPageData;
  live: NonNullable<Live["run"]> | null;
  run: Run | undefined;
  points: TracePoint[];
  procedure: string;
};
const NAMES: Record<string, string> = {
  expected: "expected",
  proof: "proof",
  claim: "claim",
  working_load: "working load",
};

/** A pull while it goes, and after: the curve, the steps, what is to be looked at, what comes next. */
export function RunView({ data, live, run, points, procedure }: Props) {
  const { page, unit } = useLot();
  const name = run?.procedure;
  const known =
    data.procedures.find((one) => one.name === name) ?? data.procedures.find((one) => one.key === procedure);
  const levels = data.loads.map((load) => ({
    label: NAMES[load.key] ?? load.key,
    value: load.value_si,
    kind: load.key === "expected" ? ("derived" as const) : ("demand" as const),
  }));
  const notes = (live?.notes ?? run?.notes ?? []).filter((note) => ["remark", "event"].includes(note.kind));
  return (
    <>
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h1 className="text-[20px]">{page.lot.name}</h1>
        <span className="text-soft">
          {name?.toLowerCase()}
          {run && `, by ${run.person}`}
        </span>
      </div>
      <LiveCurve
        points={points}
        unit={unit}
        levels={levels}
        notes={notes.map((note) => ({ seconds: note.seconds, words: note.words ?? "" }))}
        live={live !== null}
      />
      {known && <StepsRow steps={known.steps} going={live?.steps ?? run?.outcomes} />}
      {live?.points && live.points.length > 0 && <Inspect points={live.points} run={run} />}
      {!live && run && <After run={run} />}
    </>
  );
}

function After({ run }: { run: Run }) {
  const { page } = useLot();
  return (
    <div className="grid gap-2" role="status">
      <p className="head text-[18px]">
        {run.state === "interrupted" ? "It was interrupted" : run.ended === "broken" ? "It broke" : "It is over"}
        {run.ended && !["broken", "finished"].includes(run.ended) && (
          <span className="text-soft ml-2 text-[14px] font-normal">{run.ended}</span>
        )}
      </p>
      {run.overruled.map((words) => (
        <Caution key={words}>
          {words}. {run.overruled_reason}
        </Caution>
      ))}
      {run.pull_id ? (
        <Link
          to="/lots/$lotId/judge"
          params={{ lotId: page.lot.id }}
          search={{ pull: run.pull_id }}
          className="rounded-key bg-ink text-sheet inline-flex h-14 w-fit items-center px-7 text-[17px] font-semibold"
        >
          What failed, and where: pull {run.pull_number}
        </Link>
      ) : (
        <p className="text-soft">
          {run.state === "recording" ? "Being put away …" : "Nothing was pulled: there is no curve to judge."}
        </p>
      )}
    </div>
  );
}
