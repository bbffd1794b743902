import { useEffect, useEffectEvent, useState } from "react";
import type { Live } from "@/api/live";
import { useMay } from "@/api/session";
import { useKeys } from "@/keys/keys";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Kbd } from "@/ui/Kbd";
import { RemarkSheet } from "./RemarkSheet";
import { useCommand, useLetOff, type BenchPageData, type Run } from "./useRun";

type Props = {
  data: BenchPageData;
  live: Live | null;
  lost: boolean;
  run: Run | undefined;
  tone: boolean;
  onTone: () => void;
  onLeave: () => void;
  onNext?: () => void;
};

/** One row of keys: stop first and largest, always in the same place. */
export function BenchBar({ data, live, lost, run, tone, onTone, onLeave, onNext }: Props) {
  const { page } = useLot();
  const [remarking, setRemarking] = useState(false);
  const command = useCommand(page.lot.id, run);
  const may = useMay("commandRun");
  const going = live?.run != null && live.run.ended === null && run !== undefined;
  const stop = () => may && run && command.mutate({ command: "stop" });
  useStopKey(going, stop);
  useKeys([
    ...(going
      ? [
          { keys: "Space", label: "Hold here", run: () => command.mutate({ command: "hold" }) },
          { keys: "r", label: "Remark", run: () => setRemarking(true) },
          {
            keys: "e",
            label: "Mark event",
            run: () => command.mutate({ command: "remark", given: { kind: "event", words: "event" } }),
          },
        ]
      : [{ keys: "Escape", label: "Leave the bench", run: onLeave }]),
    { keys: "t", label: "A tone that follows the load", run: onTone },
    ...(onNext ? [{ keys: "n", label: "Next specimen", run: onNext }] : []),
  ]);
  return (
    <div className="border-edge flex flex-wrap items-center gap-2.5 border-t px-4 py-2.5">
      <button
        type="button"
        disabled={!going || !may}
        onPointerDown={(event) => {
          event.preventDefault();
          stop();
        }}
        onClick={(event) => event.detail === 0 && stop()}
        className="rounded-key bg-signal text-sheet flex h-14 min-w-[140px] flex-1 items-center justify-center gap-3 text-[19px] font-bold disabled:opacity-35 sm:min-w-[220px] sm:flex-none"
      >
        Stop{" "}
        <span className="[&_kbd]:opacity-100">
          <Kbd>Esc</Kbd>
        </span>
      </button>
      {!onNext && (
        <>
          <Button
            className="h-14 px-5 text-[16px]"
            hint="Space"
            disabled={!going || !may}
            onClick={() => command.mutate({ command: "hold" })}
          >
            Hold here
          </Button>
          <Button
            className="h-14 px-5 text-[16px]"
            hint="R"
            disabled={!going || !may}
            onClick={() => setRemarking(true)}
          >
            Remark
          </Button>
          <Button
            className="h-14 px-5 text-[16px]"
            hint="E"
            disabled={!going || !may}
            onClick={() => command.mutate({ command: "remark", given: { kind: "event", words: "event" } })}
          >
            Mark event
          </Button>
        </>
      )}
      {!going && may && data.bench && (
        <LetOff benchId={data.bench.id} live={live} from={data.limits.force_limit * LOADED_SHARE} />
      )}
      {onNext && (
        <Button primary className="h-14 px-5 text-[16px]" hint="N" onClick={onNext}>
          Next specimen
        </Button>
      )}
      <Button className="h-14 px-4" aria-pressed={tone} hint="T" onClick={onTone}>
        {tone ? "Tone on" : "Tone"}
      </Button>
      {!going && (
        <Button className="h-14 px-5 text-[16px]" onClick={onLeave}>
          Leave the bench
        </Button>
      )}
      <Line data={data} live={live} lost={lost} trouble={command.error?.message} />
      {remarking && (
        <RemarkSheet
          onClose={() => setRemarking(false)}
          onSay={(words) => {
            command.mutate({ command: "remark", given: { kind: "remark", words } });
            setRemarking(false);
          }}
        />
      )}
    </div>
  );
}

const LOADED_SHARE = 0.005; // of what the bench may reach
const LOADED = ["STOPPED", "HOLD"];

/** Where a pull was stopped under load. */
function LetOff({ benchId, live, from }: { benchId: number; live: Live | null; from: number }) {
  const off = useLetOff(benchId);
  if (live?.run != null || !LOADED.includes(live?.state ?? "") || (live?.newtons ?? 0) < from) return null;
  return (
    <Button className="border-signal h-14 px-5 text-[16px]" disabled={off.isPending} onClick={() => off.mutate()}>
      {off.error ? off.error.message : "Let the load off"}
    </Button>
  );
}

type LineProps = Pick<Props, "data" | "live" | "lost"> & { trouble?: string };

/** Which bench and cell, and how the line to it is. */
function Line({ data, live, lost, trouble }: LineProps) {
  const line = live?.connected ? "the line is up" : "no line";
  const missing = live?.missing ? `, ${live.missing} readings missing` : "";
  return (
    <p className="text-soft ml-auto text-right text-[13px]">
      {[data.bench?.name, data.bench?.simulated && "simulated", data.cell && `cell ${data.cell}`]
        .filter(Boolean)
        .join(", ")}
      <br />
      {trouble ? <b className="text-signal">{trouble}</b> : lost ? "the screen waits for the server" : line + missing}
    </p>
  );
}

/** Escape stops, whatever is open and whatever has the focus. */
function useStopKey(going: boolean, stop: () => void) {
  const press = useEffectEvent(stop);
  useEffect(() => {
    if (!going) return;
    const listen = (event: KeyboardEvent) => {
      if (event.key !== "Escape") return;
      press();
      event.preventDefault();
    };
    window.addEventListener("keydown", listen, { capture: true });
    return () => window.removeEventListener("keydown", listen, { capture: true });
  }, [going]);
}
