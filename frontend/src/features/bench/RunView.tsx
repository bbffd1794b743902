import type { Live, TracePoint } from "@/api/live";
import { LiveCurve } from "@/charts/LiveCurve";
import { useLot } from "@/lot/context";
import { AfterRun } from "./AfterRun";
import { Driver } from "./Driver";
import { Inspect } from "./Inspect";
import { Measure } from "./Measure";
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
  return (
    <>
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h1 className="text-[20px]">{page.lot.name}</h1>
        <span className="text-soft">
          {name?.toLowerCase()}
          {run && `, by ${run.person}`}
        </span>
      </div>
      <LiveCurve points={points} unit={unit} levels={levels} notes={notesOf(live, run)} live={live !== null} />
      {known && <StepsRow steps={known.steps} going={live?.steps ?? run?.outcomes} />}
      {live && <Asked live={live} run={run} step={known?.steps[live.at]?.title} />}
      {!live && run && <AfterRun data={data} run={run} />}
    </>
  );
}

/** What was said on the way, and once it is over what the bench told. */
function notesOf(live: Props["live"], run: Run | undefined) {
  const said = (live?.notes ?? run?.notes ?? []).filter((note) => ["remark", "event"].includes(note.kind));
  const told = live ? [] : (run?.bench_events ?? []);
  return [
    ...said.map((note) => ({ seconds: note.seconds, words: note.words ?? "" })),
    ...told.map((one) => ({ seconds: one.at_seconds, words: one.words ?? one.word })),
  ];
}

type AskedProps = { live: NonNullable<Props["live"]>; run: Run | undefined; step?: string };

/** What somebody is asked for now: to pump, to look, to read something off. */
const Asked = ({ live, run, step }: AskedProps) => (
  // On a phone before the curve: what is to be done is not looked for.
  <div className="order-first grid gap-3 empty:hidden min-[900px]:order-none">
    {live.asked && <ByHand asked={live.asked} step={step} />}
    {live.points && live.points.length > 0 && <Inspect key={live.at} points={live.points} run={run} />}
    {live.figures && live.figures.length > 0 && <Measure key={live.at} figures={live.figures} run={run} />}
    {run?.state === "recording" && <Driver run={run} />}
  </div>
);

const ASKED: Record<string, string> = { ramp_force: "Pump", ramp_travel: "Pump", release: "Let off", hold: "Hold" };

/** What the person at the pump is to do now: nothing here moves by itself. */
const ByHand = ({ asked, step }: { asked: string; step?: string }) => (
  <p className="head text-[20px]" role="status">
    {ASKED[asked] ?? "Go on"} by hand{step && `: ${step.toLowerCase()}`}
  </p>
);
