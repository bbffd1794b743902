import { useState } from "react";
import type { Live } from "@/api/live";
import { useMay } from "@/api/session";
import { useKeys } from "@/keys/keys";
import { plural } from "@/format/words";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { StopButton, useStopKey } from "@/ui/StopButton";
import { RemarkSheet } from "./RemarkSheet";
import { useCommand, useLetOff, type BenchPageData, type Run } from "./useRun";

type Props = {
  data: BenchPageData;
  live: Live | null;
  lost: boolean;
  run: Run | undefined;
  /** Whether it moves, or nobody knows. */
  alive: boolean;
  onStop: () => void;
  tone: boolean;
  onTone: () => void;
  onLeave: () => void;
  onNext?: () => void;
};

/** One row of keys: stop first and largest, always in the same place. */
export function BenchBar({ data, live, lost, run, alive, onStop, tone, onTone, onLeave, onNext }: Props) {
  const { page } = useLot();
  const [remarking, setRemarking] = useState(false);
  const command = useCommand(page.lot.id, run);
  const may = useMay("commandRun");
  const going = live?.run != null && live.run.ended === null && run !== undefined;
  useStopKey(alive, onStop);
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
      : alive
        ? []
        : [{ keys: "Escape", label: "Leave the bench", run: onLeave }]),
    { keys: "t", label: "A tone that follows the load", run: onTone },
    ...(onNext ? [{ keys: "n", label: "Next specimen", run: onNext }] : []),
  ]);
  return (
    <div className="border-edge flex flex-wrap items-center gap-2.5 border-t px-4 py-2.5">
      <StopButton onStop={onStop} />
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
  const odd = live?.garbage ? `, ${plural(live.garbage, "line", "lines")} not understood` : "";
  return (
    <p
      className="text-soft ml-auto text-right text-[13px]"
      title={live?.odd_line ? `not understood: ${live.odd_line}` : undefined}
    >
      {[data.bench?.name, data.bench?.simulated && "simulated", data.cell && `cell ${data.cell}`]
        .filter(Boolean)
        .join(", ")}
      <br />
      {live?.machine && (
        <>
          {live.machine.split(",").slice(0, 3).join(" ")}
          <br />
        </>
      )}
      {trouble ? (
        <b className="text-signal">{trouble}</b>
      ) : lost ? (
        "the screen waits for the server"
      ) : (
        line + missing + odd
      )}
    </p>
  );
}
