import { useEffect, useRef, useState } from "react";
import type { Schemas } from "./client";
import { Clock, NEVER, type Age } from "./age";

export type Live = Schemas["BenchLive"];
/** Number, seconds, newtons. */
export type TracePoint = [number, number, number];

const AGAIN_MS = 700;
const MOST_POINTS = 20_000;
const LOOK_MS = 100;

/**
 * What a bench does, as it does it. What came while the line was away is asked for again; nothing is drawn twice. Every
 * reading has an age, and one that is too old is none.
 */
export function useLive(benchId: number | null, unit: string) {
  const [live, setLive] = useState<Live | null>(null);
  const [points, setPoints] = useState<TracePoint[]>([]);
  const [lost, setLost] = useState(false);
  const trace = useRef<{ uid: string | null; points: TracePoint[] }>({ uid: null, points: [] });
  const clock = useRef(new Clock());
  const age = useAge(clock, benchId);
  useEffect(() => {
    if (benchId === null) return;
    let source: EventSource | null = null;
    let timer = 0;
    const open = () => {
      const after = trace.current.points.at(-1)?.[0] ?? 0;
      source = new EventSource(`/api/benches/${benchId}/live?unit=${encodeURIComponent(unit)}&after=${after}`);
      source.onmessage = (event: MessageEvent<string>) => {
        const now = JSON.parse(event.data) as Live;
        clock.current.hear(now);
        setLost(false);
        const grown = follow(trace.current, now);
        if (grown !== trace.current) {
          trace.current = grown;
          setPoints(grown.points);
        }
        setLive(now);
      };
      source.onerror = () => {
        source?.close();
        setLost(true);
        timer = window.setTimeout(open, AGAIN_MS);
      };
    };
    open();
    return () => {
      window.clearTimeout(timer);
      source?.close();
    };
  }, [benchId, unit]);
  return { live: live && shownAt(live, age), points, lost, age };
}

/** Looked at ten times a second; drawn anew where what is shown of it changes. */
function useAge(clock: React.RefObject<Clock>, benchId: number | null): Age {
  const [age, setAge] = useState<Age>(NEVER);
  useEffect(() => {
    if (benchId === null) return;
    const timer = window.setInterval(() => {
      const now = clock.current.age();
      setAge((before) => (same(before, now) ? before : now));
    }, LOOK_MS);
    return () => window.clearInterval(timer);
  }, [clock, benchId]);
  return age;
}

const same = (one: Age, other: Age) =>
  one.stage === other.stage &&
  one.silent === other.silent &&
  (one.stage === "fresh" || Math.round(one.seconds * 10) === Math.round(other.seconds * 10));

/** Without what nobody knows any more. */
export function shownAt(live: Live, age: Age): Live {
  if (age.silent) return { ...live, now: null, newtons: null, rate: null, state: null, moving: null };
  return age.stage === "gone" ? { ...live, now: null, newtons: null, rate: null } : live;
}

type Trace = { uid: string | null; points: TracePoint[] };

/** The trace with what came; another run begins a new one, and the last one stays until then. */
export function follow(trace: Trace, now: Pick<Live, "run" | "points">): Trace {
  const uid = now.run?.uid ?? trace.uid;
  const kept = uid === trace.uid ? trace.points : [];
  const last = kept.at(-1)?.[0] ?? 0;
  const came = (now.points as TracePoint[]).filter((point) => point[0] > last || uid !== trace.uid);
  if (came.length === 0 && uid === trace.uid) return trace;
  const all = [...kept, ...came];
  return { uid, points: all.length > MOST_POINTS ? all.filter((_, i) => i % 2 === 1) : all };
}
