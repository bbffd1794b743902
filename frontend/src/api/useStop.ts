import { useQuery } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState, useSyncExternalStore } from "react";
import type { Live } from "./live";
import { sessionQuery } from "./queries";
import { stopLines, type StopTold } from "./stop";

/** What is said of a stop; null: nobody stops it. unreached: nobody here can, and its own emergency stop is what is left. */
export type Standing =
  | { kind: "unreached" }
  | { kind: "not_yet"; why: string | null }
  | { kind: "by_hand" }
  | { kind: "stands"; why: string | null }
  | null;

const AGAIN_MS = 400;
const KEPT_MS = 20_000; // that a press is told of without a live stream

type Pressed = { told: StopTold | null; failed: boolean };

/** Stop, alive for everybody: pressed once it is asked for again until somebody has it. */
export function useStop(benchId: number | null, live: Live | null) {
  const { data: session } = useQuery(sessionQuery);
  const doors = session?.stop_doors;
  const line = useSyncExternalStore(stopLines.subscribe, stopLines.snapshot);
  const [pressed, setPressed] = useState<Pressed | null>(null);
  const going = useRef(false);
  useEffect(() => (benchId === null || !doors ? undefined : stopLines.open(doors)), [benchId, doors]);
  const press = useCallback(() => {
    if (benchId === null || going.current) return;
    going.current = true;
    setPressed({ told: null, failed: false });
    void insist(benchId, setPressed).finally(() => {
      going.current = false;
      window.setTimeout(() => setPressed((now) => (now?.told ? null : now)), KEPT_MS);
    });
  }, [benchId]);
  return { press, line, standing: standing(live, pressed, line) ?? cutOff(live, line) };
}

/** Nothing here can stop what moves: that is said before anybody presses. */
export const cutOff = (live: Live | null, line: string): Standing =>
  line === "down" && live?.run != null && live.run.ended === null ? { kind: "unreached" } : null;

const TRIES = 50;

async function insist(bench: number, say: (pressed: Pressed) => void) {
  for (let i = 0; i < TRIES; i += 1) {
    try {
      const told = await stopLines.stop(bench);
      return say({ told, failed: false });
    } catch {
      say({ told: null, failed: true });
      await new Promise((done) => window.setTimeout(done, AGAIN_MS));
    }
  }
}

/** The bench's own word goes first; before it is heard, what was pressed. */
export function standing(live: Live | null, pressed: Pressed | null, line: string): Standing {
  if (pressed?.failed) return { kind: "unreached" };
  const stop = live?.stop;
  if (stop && !stop.drives) return { kind: "by_hand" };
  if (stop) return { kind: stop.stands ? "stands" : "not_yet", why: stop.why };
  if (pressed?.told?.by_hand) return { kind: "by_hand" };
  if (pressed && !pressed.told?.stands) return { kind: line === "down" ? "unreached" : "not_yet", why: null };
  return null;
}
