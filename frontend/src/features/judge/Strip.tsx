import type { Schemas } from "@/api/client";
import { ChannelStrip } from "@/charts/ChannelStrip";
import type { Unit } from "@/format/figure";
import { channelUnit } from "./channels";

type StripProps = {
  series: Schemas["Window"]["series"][number];
  seconds: number[];
  unit: Unit;
  range: [number, number];
  lifted?: Set<number>;
};

/** One channel beside the judged one, below it. */
export function Strip({ series, seconds, unit, range, lifted }: StripProps) {
  const own = series.role === "force" || series.role === "torque" ? unit : channelUnit(series.role);
  return (
    <ChannelStrip
      name={series.name}
      unit={own.symbol}
      perUnit={own.factor}
      stretch={{ xs: seconds, lows: series.lows, highs: series.highs, lifted }}
      range={range}
    />
  );
}
