import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useDeferredValue, useMemo, useState } from "react";
import type { Schemas } from "@/api/client";
import { windowQuery } from "@/api/queries";
import { useKeys } from "@/app/keys";
import { useLot } from "@/app/lotContext";
import { ChannelStrip } from "@/charts/ChannelStrip";
import { CurveChart } from "@/charts/CurveChart";
import type { Flag } from "@/charts/Flags";
import { zoomed } from "@/charts/curvePath";
import { force, perUnit } from "@/format/force";
import { Segments } from "@/ui/Segments";
import { Waiting } from "@/ui/states";
import { flagWord } from "./findingWords";
import type { Overruling } from "./useOverrule";

type Curve = Schemas["Curve"];
const POINTS = 700;
const CHANNEL_UNITS: Record<string, [string, number]> = {
  displacement: ["mm", 1e-3],
  angle: ["°", Math.PI / 180],
  torque: ["N·m", 1],
  pressure: ["bar", 1e5],
  temperature: ["°C", 1],
};

/** The curve at any zoom, against time or against travel. */
export function CurvePanel({ curve, muted, overruling }: { curve: Curve; muted: boolean; overruling: Overruling }) {
  const { page, unit } = useLot();
  const bounds = useMemo<[number, number]>(() => [curve.start_seconds, curve.end_seconds], [curve.start_seconds, curve.end_seconds]);
  const [range, setRange] = useState(bounds);
  const [against, setAgainst] = useState("time");
  const asked = useDeferredValue(range);
  const whole = asked[0] === bounds[0] && asked[1] === bounds[1];
  const onTravel = against === "travel";
  const { data } = useQuery({ ...windowQuery(curve.id, POINTS, whole || onTravel ? undefined : asked), placeholderData: keepPreviousData });
  const travel = curve.channels.find((c) => c.role === "displacement" || c.role === "angle");
  const [xUnit, per] = CHANNEL_UNITS[travel?.role ?? "displacement"] ?? ["mm", 1e-3];
  const moved = (f: Flag, at: number) => {
    const finding = curve.findings.find((g) => `${g.kind}-${g.place}` === f.id);
    if (finding) overruling.set(finding, { at_seconds: at, force_newtons: null, reason: "moved on the curve" });
  };
  useKeys([{ keys: "x", label: "Force on travel or on time", run: () => travel && setAgainst(onTravel ? "time" : "travel") }]);
  const main = data?.series.find((s) => s.main);
  const along = data?.series.find((s) => s.position === travel?.position);
  const stretch = useMemo(() => {
    if (!data || !main) return null;
    if (!onTravel || !along) return { xs: data.seconds, lows: main.lows, highs: main.highs };
    const xs = along.lows.map((low, i) => ((low ?? 0) + (along.highs[i] ?? low ?? 0)) / 2 / per);
    return { xs, lows: main.lows, highs: main.highs };
  }, [data, main, along, onTravel, per]);
  if (!stretch || !data) return <Waiting what="the curve" />;
  const text = (newtons: number) => `${force(newtons, { unit })} ${unit}`;
  const places = onTravel ? { seconds: data.seconds, xs: stretch.xs } : null;
  const flags = curve.findings.flatMap((f) => flag(f, flagWord(f, text), places));
  const others = onTravel ? [] : data.series.filter((s) => !s.main);
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
        xUnit={onTravel ? xUnit : "s"}
        flags={flags}
        lines={claim ? [{ newtons: claim, text: `claim ${force(claim, { unit })} ${unit}` }] : []}
        height={others.length > 2 ? 250 : 300}
        muted={muted}
        onMoveFlag={onTravel ? undefined : moved}
      />
      {others.map((s) => {
        const [name, per] =
          s.role === "force" ? [unit, perUnit(unit)] : (CHANNEL_UNITS[s.role] ?? [s.role === "other" ? "as logged" : s.role, 1]);
        return (
          <ChannelStrip
            key={s.position}
            name={s.name}
            unit={name}
            perUnit={per}
            stretch={{ xs: data.seconds, lows: s.lows, highs: s.highs }}
            range={range}
          />
        );
      })}
    </>
  );
}

const MINUS = "−";
const middle = ([from, to]: [number, number]) => (from + to) / 2;

function flag(f: Schemas["Finding"], text: string | undefined, travel: { seconds: number[]; xs: number[] } | null): Flag[] {
  const seconds = f.overruled?.at_seconds ?? f.at_seconds;
  const newtons = f.overruled?.force_newtons ?? f.force_newtons;
  if (!text || seconds == null || newtons == null) return [];
  const i = travel ? travel.seconds.findIndex((s) => s >= seconds) : 0;
  const at = travel ? (travel.xs[i < 0 ? travel.xs.length - 1 : i] ?? 0) : seconds;
  return [{ id: `${f.kind}-${f.place}`, at, newtons, text, kind: f.kind, mine: f.overruled != null }];
}
