import { Link, useLocation } from "@tanstack/react-router";
import { useEffect, useSyncExternalStore } from "react";
import { useLive } from "@/api/live";
import { useStop } from "@/api/useStop";
import { onStarted, rememberStarted, startedBench, type Started } from "@/lot/started";
import { StopButton, useStopKey } from "@/ui/StopButton";

/** Over every page while a bench moves that this browser started; the bench's own page has its stop already. */
export function MovingBand() {
  const started = useSyncExternalStore(onStarted, startedBench);
  const { pathname } = useLocation();
  if (started === null || /^\/lots\/\d+\/bench$/.test(pathname)) return null;
  return <Band key={started.uid} started={started} />;
}

const OVER_MS = 2000;

function Band({ started }: { started: Started }) {
  const { live, age, lost } = useLive(started.bench_id, "kN");
  const { press, standing } = useStop(started.bench_id, live);
  const heard = live !== null && !age.silent && !lost;
  const mine = live?.run?.uid === started.uid;
  const over = heard && live.connected && !mine && live.moving === false;
  const quiet = standing === null || standing.kind === "stands";
  useEffect(() => {
    if (!over || !quiet) return;
    const timer = window.setTimeout(() => rememberStarted(null), OVER_MS);
    return () => window.clearTimeout(timer);
  }, [over, quiet]);
  useStopKey(!over, press);
  if (over && quiet) return null;
  return (
    <div
      role="alert"
      className="bg-signal text-sheet sticky top-0 z-50 flex flex-wrap items-center gap-x-4 gap-y-1 px-4 py-1.5"
    >
      <b className="min-w-0 flex-1 text-[15px] font-semibold">
        {words(standing?.kind, heard && live.connected, started.bench)}{" "}
        <Link to="/lots/$lotId/bench" params={{ lotId: started.lot_id }} className="underline">
          {started.lot}
        </Link>
      </b>
      {live?.now && (
        <span className="num text-[19px] font-bold">
          {live.now} {live.unit}
        </span>
      )}
      <StopButton slim onStop={press} />
    </div>
  );
}

function words(standing: string | undefined, heard: boolean, bench: string) {
  if (standing === "unreached") return "Press the bench’s own emergency stop: the web server does not answer.";
  if (standing === "not_yet") return `${bench} is not standing yet:`;
  if (standing === "by_hand") return "Stop pumping:";
  if (standing === "stands") return `${bench} stands:`;
  return heard ? `${bench} is pulling:` : `${bench} says nothing; it may be pulling:`;
}
