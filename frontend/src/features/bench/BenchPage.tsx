import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { useEffect, useState } from "react";
import { useLive, type Live } from "@/api/live";
import { useStop } from "@/api/useStop";
import { benchQuery, keys, lotChanged } from "@/api/queries";
import { UprightRule } from "@/charts/UprightRule";
import { useLot } from "@/lot/context";
import { Empty, ErrorNote, Waiting } from "@/ui/states";
import { BeforePull } from "./BeforePull";
import { BenchBar } from "./BenchBar";
import { BigNumber } from "./BigNumber";
import { marksOf } from "./benchMarks";
import { RunView } from "./RunView";
import { useTone } from "./useTone";
import { useHere, type BenchPageData } from "./useRun";

/** A lot at its bench: what is looked at before, the pull while it goes, what came of it. */
export function BenchPage() {
  const { page, unit } = useLot();
  const { data, error, refetch } = useQuery(benchQuery(page.lot.id, unit.symbol));
  if (error && !data) return <ErrorNote message={error.message} onRetry={() => void refetch()} />;
  if (!data) return <Waiting what="the bench" />;
  if (!data.bench?.driven)
    return (
      <Empty title={data.bench ? `${data.bench.name} is not driven from here` : "No bench is planned for this lot"}>
        Choose one that answers in{" "}
        <Link to="/lots/$lotId/plan" params={{ lotId: page.lot.id }} className="font-semibold underline">
          the plan
        </Link>
        , or{" "}
        <Link to="/lots/$lotId/pull" params={{ lotId: page.lot.id }} className="font-semibold underline">
          bring in what a logger wrote
        </Link>
        .
      </Empty>
    );
  return <AtBench data={data} bench={data.bench} />;
}

function AtBench({ data, bench }: { data: BenchPageData; bench: NonNullable<BenchPageData["bench"]> }) {
  const { page, unit } = useLot();
  const { live, points, lost, age } = useLive(bench.id, unit.symbol);
  const { press, standing } = useStop(bench.id, live);
  const [procedure, setProcedure] = useState(data.proposed ?? "");
  const { going, run, over, elsewhere, leave } = useRuns(data, live, page.lot.id);
  const navigate = useNavigate();
  const [tone, setTone] = useState(false);
  useTone(tone && going !== null, live?.newtons == null ? null : live.newtons / data.limits.force_limit);
  const chosen = data.procedures.find((one) => one.key === procedure);
  const marks = marksOf(page, data, unit.symbol);
  const alive = lost || age.silent || live?.moving !== false || (going !== null && going.ended === null);
  return (
    <div className="flex h-[calc(100dvh-44px)] min-h-[560px] flex-col">
      <div className="grid min-h-0 flex-1 overflow-auto min-[900px]:grid-cols-[minmax(0,1fr)_minmax(290px,33%)_256px] min-[900px]:grid-rows-[minmax(0,1fr)] min-[900px]:overflow-hidden">
        <section
          className="flex min-w-0 flex-col gap-3 p-4 min-[900px]:min-h-0 min-[900px]:overflow-auto"
          aria-label="The pull"
        >
          {(going && !elsewhere) || over ? (
            <RunView data={data} live={going} run={run ?? over} points={points} procedure={procedure} />
          ) : (
            <BeforePull data={data} procedure={procedure} onProcedure={setProcedure} busy={elsewhere} live={live} />
          )}
        </section>
        <BigNumber live={live} lost={lost} age={age} standing={standing} chosen={chosen} over={over} marks={marks} />
        <section className="border-edge hidden border-l px-2 py-3 min-[900px]:block" aria-label="Force rule">
          <UprightRule
            unit={unit}
            now={live?.newtons ?? null}
            text={live?.now ?? "nothing"}
            marks={marks}
            earlier={page.summary.marks.map((mark) => mark.value_si ?? 0).filter((value) => value > 0)}
          />
        </section>
      </div>
      <BenchBar
        tone={tone}
        onTone={() => setTone(!tone)}
        data={data}
        live={live}
        lost={lost}
        run={run}
        alive={alive}
        onStop={press}
        onLeave={() => void navigate({ to: "/lots/$lotId/pull", params: { lotId: page.lot.id } })}
        onNext={over && !GOING.includes(over.state) ? () => leave(over.id) : undefined}
      />
    </div>
  );
}

const GOING = ["claimed", "recording"];

/** The run that goes on here, or the last one until it is left for the next piece. */
function useRuns(data: BenchPageData, live: Live | null, lotId: number) {
  // Runs that are over and were left: those of before, and those whose “next” was pressed.
  const [left, leave] = useState(() => data.runs.find((one) => !GOING.includes(one.state))?.id ?? 0);
  const going = live?.run ?? null;
  useFollow(lotId, going?.uid ?? null);
  const run = going ? data.runs.find((one) => one.uid === going.uid) : undefined;
  // Whose it is the recorder says itself: nothing has to be asked for first.
  const elsewhere = going !== null && going.lot_id !== null && going.lot_id !== lotId;
  const last = data.runs[0];
  useHere(lotId, run);
  const over = !going && last && last.id > left ? last : undefined;
  return { going, run, over, elsewhere, leave };
}

/** When a run begins or ends anywhere, what the page knows of it is asked for anew. */
function useFollow(lotId: number, uid: string | null) {
  const queries = useQueryClient();
  useEffect(() => {
    void queries.invalidateQueries({ queryKey: keys.bench(lotId) });
    if (uid !== null) return;
    // What was recorded becomes a pull a moment after its end.
    const timers = [600, 1500, 3000, 6000].map((after) =>
      window.setTimeout(() => {
        void queries.invalidateQueries({ queryKey: keys.bench(lotId) });
        void lotChanged(queries, lotId);
      }, after),
    );
    return () => timers.forEach((timer) => window.clearTimeout(timer));
  }, [queries, lotId, uid]);
}
