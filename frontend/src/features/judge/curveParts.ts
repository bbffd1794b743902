import type { Schemas } from "@/api/client";
import type { Flag } from "@/charts/Flags";
import { stated, type Unit } from "@/format/figure";
import { isTimed } from "@/format/words";
import type { Travelled } from "./travel";

type Recording = Schemas["Recording"];
type Claim = Schemas["Figure"] | null;
type Heights = { lows: (number | null)[]; highs: (number | null)[] };

/** As high as anything that is drawn, and a little above. */
export function topOf(recording: Recording, { lows, highs }: Heights, claim: Claim): number {
  const values = [...recording.findings.map((f) => f.value_si), ...highs, ...lows, claim?.value_si ?? 0];
  return Math.max(...values.map((value) => value ?? 0)) * 1.1;
}

/** The first claim as a line across the curve, where the curve has its unit. */
export function claimLine(recording: Recording, claim: Claim, unit: Unit) {
  if (!claim || recording.unit !== claim.unit) return [];
  return [{ value: claim.value_si, text: `claim ${stated(claim, unit.symbol)}` }];
}

/** What the bench told stands at its time; against travel it has no place. */
export const marksOf = (told: Schemas["BenchEvent"][], travelled: Travelled | null) =>
  travelled ? [] : told.map((one) => ({ at: one.at_seconds, text: one.words ?? one.word }));

/** Where no sample tells of it, no line is drawn. */
export const gapsOf = (recording: Recording) =>
  recording.findings
    .filter((f) => f.kind === "dropout")
    .map((f): [number, number] => [f.at_seconds ?? 0, f.until_seconds ?? 0]);

/** What stands along the axis; readings without times are counted. */
export const timesOf = (recording: Recording) => (isTimed(recording.reading) ? "s" : "reading");

export const idOf = (f: Schemas["Finding"]) => `${f.kind}-${f.ordinal}`;

export function flag(f: Schemas["Finding"], text: string | undefined, travelled: Travelled | null): Flag[] {
  const seconds = f.overruled?.at_seconds ?? f.at_seconds;
  const value = f.overruled?.value_si ?? f.value_si;
  if (!text || seconds == null || value == null) return [];
  return [
    {
      id: idOf(f),
      at: travelled?.placeOf(seconds) ?? seconds,
      value,
      text,
      kind: f.kind,
      mine: f.overruled !== null,
      doubtful: f.confidence === "look" && f.overruled === null,
    },
  ];
}
