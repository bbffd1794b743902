import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useDeferredValue, useMemo, useState } from "react";
import type { Schemas } from "@/api/client";
import { windowQuery } from "@/api/queries";
import { useKeys } from "@/app/keys";
import { useLot } from "@/app/lotContext";
import { CurveChart } from "@/charts/CurveChart";
import type { Flag } from "@/charts/Flags";
import { zoomed } from "@/charts/curvePath";
import { force } from "@/format/force";
import { Segments } from "@/ui/Segments";
import { Waiting } from "@/ui/states";

type Curve = Schemas["Curve"];
const POINTS = 700;
const MM = 1000;
const FLAGGED = ["take_up", "peak", "break", "release"];

/** The curve at any zoom, against time or against travel. */
export function CurvePanel({ curve, muted }: { curve: Curve; muted: boolean }) {
  const { page, unit } = useLot();
  const bounds = useMemo<[number, number]>(() => [curve.start_seconds, curve.end_seconds], [curve.start_seconds, curve.end_seconds]);
  const [range, setRange] = useState(bounds);
  const [against, setAgainst] = useState("time");
  const asked = useDeferredValue(range);
  const whole = asked[0] === bounds[0] && asked[1] === bounds[1];
  const onTravel = against === "travel";
  const { data } = useQuery({ ...windowQuery(curve.id, POINTS, whole || onTravel ? undefined : asked), placeholderData: keepPreviousData });
  const travel = curve.channels.find((c) => c.role === "displacement");
  useKeys([{ keys: "x", label: "Force on travel or on time", run: () => travel && setAgainst(onTravel ? "time" : "travel") }]);
  const main = data?.series.find((s) => s.main);
  const moved = data?.series.find((s) => s.position === travel?.position);
  const stretch = useMemo(() => {
    if (!data || !main) return null;
    if (!onTravel || !moved) return { xs: data.seconds, lows: main.lows, highs: main.highs };
    const xs = moved.lows.map((low, i) => (((low ?? 0) + (moved.highs[i] ?? low ?? 0)) / 2) * MM);
    return { xs, lows: main.lows, highs: main.highs };
  }, [data, main, moved, onTravel]);
  if (!stretch || !data) return <Waiting what="the curve" />;
  const flags = curve.findings
    .filter((f) => FLAGGED.includes(f.kind) && f.at_seconds != null && f.force_newtons != null)
    .map((f) => flag(f, unit, curve, onTravel ? { seconds: data.seconds, xs: stretch.xs } : null));
  const peak = Math.max(
    ...curve.findings.map((f) => f.force_newtons ?? 0),
    ...stretch.highs.map((h) => h ?? 0),
    ...stretch.lows.map((l) => l ?? 0),
  );
  const claim = page.summary.claim_strength_newtons;
  const extent: [number, number] = onTravel ? [Math.min(0, ...stretch.xs), Math.max(...stretch.xs) * 1.02] : bounds;
  return (
    <>
      <div className="flex flex-wrap items-center gap-2 pt-2">
        {travel && (
          <Segments
            label="Force against"
            value={against}
            onChange={setAgainst}
            options={[
              { value: "time", label: "on time" },
              { value: "travel", label: "on travel" },
            ]}
          />
        )}
        {!onTravel && (
          <span className="ml-auto flex gap-1.5" role="group" aria-label="Zoom">
            {[
              ["+", "Closer", () => setRange(zoomed(range, middle(range), 0.5, bounds, (bounds[1] - bounds[0]) * 1e-5))] as const,
              [MINUS, "Wider", () => setRange(zoomed(range, middle(range), 2, bounds, 0))] as const,
              ["All", "All of the curve", () => setRange(bounds)] as const,
            ].map(([label, title, run]) => (
              <button
                key={title}
                type="button"
                onClick={run}
                aria-label={title}
                title={title}
                className="num rounded-key border-edge hover:bg-wash h-8 min-w-8 border px-1.5"
              >
                {label}
              </button>
            ))}
          </span>
        )}
      </div>
      <CurveChart
        stretch={stretch}
        bounds={extent}
        range={onTravel ? extent : range}
        onRange={onTravel ? undefined : setRange}
        top={Math.max(peak, claim ?? 0) * 1.1}
        unit={unit}
        xUnit={onTravel ? "mm" : "s"}
        flags={flags}
        lines={claim ? [{ newtons: claim, text: `claim ${force(claim, { unit })} ${unit}` }] : []}
        height={300}
        muted={muted}
      />
    </>
  );
}

const MINUS = "−";
const middle = ([from, to]: [number, number]) => (from + to) / 2;

function flag(f: Schemas["Finding"], unit: string, curve: Curve, travel: { seconds: number[]; xs: number[] } | null): Flag {
  const extra = f.extra as { speed?: string };
  const words: Record<string, string> = {
    take_up: "take-up",
    peak: `highest ${force(f.force_newtons ?? 0, { unit })}`,
    break: extra.speed ?? "break",
    release: "released",
  };
  let at = f.at_seconds ?? 0;
  if (travel) {
    const i = travel.seconds.findIndex((s) => s >= at);
    at = travel.xs[i < 0 ? travel.xs.length - 1 : i] ?? 0;
  }
  return { id: `${curve.id}-${f.kind}`, at, newtons: f.force_newtons ?? 0, text: words[f.kind] ?? f.kind, kind: f.kind };
}
