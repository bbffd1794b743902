import { useState } from "react";
import type { Stretch } from "./curvePath";
import type { Flag } from "./Flags";
import { beside, nearest } from "./readout";

export type FlagMoves = ReturnType<typeof useFlagMoves>;

/** A flag that is taken rides along the curve, by pointer or by arrow keys, until it is put down or let go. */
export function useFlagMoves(flags: Flag[], stretch: Stretch, onMove?: (flag: Flag, at: number) => void) {
  const [taken, setTaken] = useState<{ flag: Flag; at: number } | null>(null);
  const read = taken && nearest(stretch, taken.at);
  const shown = read
    ? flags.map((f) => (f.id === taken.flag.id ? { ...f, at: read.x, value: read.value, mine: true } : f))
    : flags;
  return {
    shown,
    taken: taken?.flag.id,
    take: (flag: Flag) => setTaken({ flag, at: flag.at }),
    ride: (at: number) => setTaken((now) => now && { ...now, at }),
    /** So many drawn points on, to either side. */
    step: (flag: Flag, points: number) =>
      setTaken((now) => ({ flag: now?.flag ?? flag, at: beside(stretch, now?.at ?? flag.at, points) })),
    drop: (far: (from: number, to: number) => boolean) => {
      if (taken && far(taken.flag.at, taken.at)) onMove?.(taken.flag, taken.at);
      setTaken(null);
    },
    letGo: () => setTaken(null),
  };
}
