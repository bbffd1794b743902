import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useDeferredValue, useMemo, useState } from "react";
import type { Schemas } from "@/api/client";
import { windowQuery } from "@/api/queries";
import { CurveChart } from "@/charts/CurveChart";
import { liftedAt } from "@/charts/curvePath";
import type { Flag } from "@/charts/Flags";
import type { Unit } from "@/format/figure";
import { useKeys } from "@/keys/keys";
import { useLot } from "@/lot/context";
import { isTimed } from "@/format/words";
import { Segments } from "@/ui/Segments";
import { Waiting } from "@/ui/states";
import { channelUnit } from "./channels";
import { flagWord } from "@/lot/findingWords";
import { Strip } from "./Strip";
import { Zoom } from "./Zoom";
import { claimLine, flag, gapsOf, idOf, marksOf, timesOf, topOf } from "./curveParts";
import { againstTravel, type Travelled } from "./travel";
import type { Overruling } from "./useOverrule";

type Recording = Schemas["Recording"];
type Props = {
  recording: Recording;
  unit: Unit;
  muted: boolean;
  overruling: Overruling;
  readOnly?: boolean;
  told?: Schemas["BenchEvent"][];
};

const POINTS = 700;

/** The recording at any zoom, against time or against travel. */
export function CurvePanel(props: Props) {
  const { recording } = props;
  const { start_seconds: start, end_seconds: end } = recording;
  const bounds = useMemo<[number, number]>(() => [start, end], [start, end]);
  const [range, setRange] = useState(bounds);
  const travel = recording.channels.find((c) => c.role === "displacement" || c.role === "angle");
  const timed = isTimed(recording.reading);
  const [against, setAgainst] = useState(travel && !timed ? "travel" : "time");
  const asked = useDeferredValue(range);
  const whole = asked[0] === bounds[0] && asked[1] === bounds[1];
  const onTravel = against === "travel";
  const { data } = useQuery({
    ...windowQuery(recording.id, POINTS, whole || onTravel ? undefined : asked),
    placeholderData: keepPreviousData,
  });
  useKeys([
    { keys: "x", label: "On travel or on time", run: () => travel && setAgainst(onTravel ? "time" : "travel") },
  ]);
  const along = channelUnit(travel?.role ?? "displacement");
  const travelled = useTravelled(data, recording, onTravel ? travel?.position : undefined, along.factor);
  if (!data) return <Waiting what="the curve" />;
  return (
    <>
      <div className="flex flex-wrap items-center gap-2 pt-2">
        {travel && (
          <Segments
            label="Against"
            value={against}
            onChange={setAgainst}
            options={[
              { value: "time", label: timed ? "on time" : "by reading" },
              { value: "travel", label: "on travel" },
            ]}
          />
        )}
        {!travelled && <Zoom range={range} bounds={bounds} onRange={setRange} />}
      </div>
      <Drawn {...props} data={data} travelled={travelled} along={along.symbol} range={range} onRange={setRange} />
    </>
  );
}

type DrawnProps = Props & {
  data: Schemas["Window"];
  travelled: Travelled | null;
  along: string;
  range: [number, number];
  onRange: (range: [number, number]) => void;
};

/** The curve with its flags and the channels below it. */
function Drawn(props: DrawnProps) {
  const { recording, unit, muted, overruling, readOnly, told = [], data, travelled, along, range, onRange } = props;
  const { page } = useLot();
  const bounds: [number, number] = [recording.start_seconds, recording.end_seconds];
  const judged = data.series.find((s) => s.judged);
  const lifted = liftedAt(data.seconds, gapsOf(recording));
  const stretch = travelled?.stretch ?? {
    xs: data.seconds,
    lows: judged?.lows ?? [],
    highs: judged?.highs ?? [],
    lifted,
  };
  const flags = recording.findings.flatMap((f) => flag(f, flagWord(f, unit), travelled));
  const claim = page.summary.claims[0]?.strength ?? null;
  const others = travelled ? [] : data.series.filter((s) => !s.judged);
  const moved = (f: Flag, at: number) => {
    const finding = recording.findings.find((g) => idOf(g) === f.id);
    if (finding) overruling.set(finding, { at_seconds: at, typed: null, reason: "moved on the curve" });
  };
  return (
    <>
      <CurveChart
        stretch={stretch}
        bounds={travelled?.extent ?? bounds}
        range={travelled?.extent ?? range}
        onRange={travelled ? undefined : onRange}
        top={topOf(recording, stretch, claim)}
        unit={unit}
        xUnit={travelled ? along : timesOf(recording)}
        flags={flags}
        marks={marksOf(told, travelled)}
        lines={claimLine(recording, claim, unit)}
        height={others.length > 2 ? 250 : 300}
        muted={muted}
        onMoveFlag={travelled || readOnly ? undefined : moved}
      />
      {others.map((s) => (
        <Strip key={s.position} series={s} seconds={data.seconds} unit={unit} range={range} lifted={lifted} />
      ))}
    </>
  );
}

/** Force against travel; null while it is drawn against time. */
function useTravelled(
  data: Schemas["Window"] | undefined,
  recording: Recording,
  position: number | undefined,
  factor: number,
): Travelled | null {
  return useMemo(() => {
    const judged = data?.series.find((s) => s.judged);
    const moved = data?.series.find((s) => s.position === position);
    if (!data || !judged || !moved) return null;
    return againstTravel(data.seconds, judged, moved, factor, liftedAt(data.seconds, gapsOf(recording)));
  }, [data, recording, position, factor]);
}
