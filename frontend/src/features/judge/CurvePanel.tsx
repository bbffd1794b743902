import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useDeferredValue, useMemo, useState } from "react";
import type { Schemas } from "@/api/client";
import { windowQuery } from "@/api/queries";
import { ChannelStrip } from "@/charts/ChannelStrip";
import { CurveChart } from "@/charts/CurveChart";
import type { Flag } from "@/charts/Flags";
import { MINUS, stated, type Unit } from "@/format/figure";
import { useKeys } from "@/keys/keys";
import { useLot } from "@/lot/context";
import { Segments } from "@/ui/Segments";
import { Waiting } from "@/ui/states";
import { zoomed } from "@/charts/curvePath";
import { channelUnit } from "./channels";
import { flagWord } from "./findingWords";
import { againstTravel, type Travelled } from "./travel";
import type { Overruling } from "./useOverrule";

type Recording = Schemas["Recording"];
type Props = { recording: Recording; unit: Unit; muted: boolean; overruling: Overruling; readOnly?: boolean };

const POINTS = 700;

/** The recording at any zoom, against time or against travel. */
export function CurvePanel({ recording, unit, muted, overruling, readOnly }: Props) {
  const { page } = useLot();
  const { start_seconds: start, end_seconds: end } = recording;
  const bounds = useMemo<[number, number]>(() => [start, end], [start, end]);
  const [range, setRange] = useState(bounds);
  const [against, setAgainst] = useState("time");
  const asked = useDeferredValue(range);
  const whole = asked[0] === bounds[0] && asked[1] === bounds[1];
  const onTravel = against === "travel";
  const { data } = useQuery({
    ...windowQuery(recording.id, POINTS, whole || onTravel ? undefined : asked),
    placeholderData: keepPreviousData,
  });
  const travel = recording.channels.find((c) => c.role === "displacement" || c.role === "angle");
  const along = channelUnit(travel?.role ?? "displacement");
  useKeys([
    { keys: "x", label: "On travel or on time", run: () => travel && setAgainst(onTravel ? "time" : "travel") },
  ]);
  const judged = data?.series.find((s) => s.judged);
  const travelled = useMemo<Travelled | null>(() => {
    const moved = data?.series.find((s) => s.position === travel?.position);
    return data && judged && moved && onTravel ? againstTravel(data.seconds, judged, moved, along.factor) : null;
  }, [data, judged, travel?.position, onTravel, along.factor]);
  if (!data || !judged) return <Waiting what="the curve" />;
  const stretch = travelled?.stretch ?? { xs: data.seconds, lows: judged.lows, highs: judged.highs };
  const flags = recording.findings.flatMap((f) => flag(f, flagWord(f, unit), travelled));
  const claim = page.summary.claims[0]?.strength;
  const peak = Math.max(
    ...recording.findings.map((f) => f.value_si ?? 0),
    ...stretch.highs.map((h) => h ?? 0),
    ...stretch.lows.map((l) => l ?? 0),
  );
  const others = travelled ? [] : data.series.filter((s) => !s.judged);
  const moved = (f: Flag, at: number) => {
    const finding = recording.findings.find((g) => idOf(g) === f.id);
    if (finding) overruling.set(finding, { at_seconds: at, typed: null, reason: "moved on the curve" });
  };
  return (
    <>
      <div className="flex flex-wrap items-center gap-2 pt-2">
        {travel && (
          <Segments
            label="Against"
            value={against}
            onChange={setAgainst}
            options={[
              { value: "time", label: "on time" },
              { value: "travel", label: "on travel" },
            ]}
          />
        )}
        {!travelled && <Zoom range={range} bounds={bounds} onRange={setRange} />}
      </div>
      <CurveChart
        stretch={stretch}
        bounds={travelled?.extent ?? bounds}
        range={travelled?.extent ?? range}
        onRange={travelled ? undefined : setRange}
        top={Math.max(peak, claim?.value_si ?? 0) * 1.1}
        unit={unit}
        xUnit={travelled ? along.symbol : "s"}
        flags={flags}
        lines={
          claim && recording.unit === claim.unit
            ? [{ value: claim.value_si, text: `claim ${stated(claim, unit.symbol)}` }]
            : []
        }
        height={others.length > 2 ? 250 : 300}
        muted={muted}
        onMoveFlag={travelled || readOnly ? undefined : moved}
      />
      {others.map((s) => {
        const own = s.role === "force" || s.role === "torque" ? unit : channelUnit(s.role);
        return (
          <ChannelStrip
            key={s.position}
            name={s.name}
            unit={own.symbol}
            perUnit={own.factor}
            stretch={{ xs: data.seconds, lows: s.lows, highs: s.highs }}
            range={range}
          />
        );
      })}
    </>
  );
}

type ZoomProps = { range: [number, number]; bounds: [number, number]; onRange: (range: [number, number]) => void };

function Zoom({ range, bounds, onRange }: ZoomProps) {
  const middle = (range[0] + range[1]) / 2;
  const least = (bounds[1] - bounds[0]) * 1e-5;
  const ways = [
    ["+", "Closer", () => onRange(zoomed(range, middle, 0.5, bounds, least))],
    [MINUS, "Wider", () => onRange(zoomed(range, middle, 2, bounds, 0))],
    ["All", "All of the curve", () => onRange(bounds)],
  ] as const;
  return (
    <span className="ml-auto flex gap-1.5" role="group" aria-label="Zoom">
      {ways.map(([label, title, run]) => (
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
  );
}

const idOf = (f: Schemas["Finding"]) => `${f.kind}-${f.ordinal}`;

function flag(f: Schemas["Finding"], text: string | undefined, travelled: Travelled | null): Flag[] {
  const seconds = f.overruled?.at_seconds ?? f.at_seconds;
  const value = f.overruled?.value_si ?? f.value_si;
  if (!text || seconds == null || value == null) return [];
  return [
    { id: idOf(f), at: travelled?.placeOf(seconds) ?? seconds, value, text, kind: f.kind, mine: f.overruled !== null },
  ];
}
