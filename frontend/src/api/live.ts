import { useEffect, useRef, useState } from "react";
import type { Schemas } from "./client";

export type Live = Schemas["BenchLive"];
/** Number, seconds, newtons. */
export type TracePoint = [number, number, number];

const AGAIN_MS = 700;
const MOST_POINTS = 20_000;

/** What a bench does, as it does it. What came while the line was away is asked for again; nothing is drawn twice. */
export function useLive(benchId: number | null, unit: string) {
  const [live, setLive] = useState<Live | null>(null);
  const [points, setPoints] = useState<TracePoint[]>([]);
  const [lost, setLost] = useState(false);
  const trace = useRef<{ uid: string | null; points: TracePoint[] }>({ uid: null, points: [] });
  useEffect(() => {
    if (benchId === null) return;
    let source: EventSource | null = null;
    let timer = 0;
    const open = () => {
      const after = trace.current.points.at(-1)?.[0] ?? 0;
      source = new EventSource(`/api/benches/${benchId}/live?unit=${encodeURIComponent(unit)}&after=${after}`);
      source.onmessage = (event: MessageEvent<string>) => {
        const now = JSON.parse(event.data) as Live;
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
  return { live, points, lost };
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
