import type { Schemas } from "@/api/client";

export type Kind = Schemas["NewJudgement"]["counts_as"];
export type Needs = "reason" | "upper" | "stated";
export type Way = { kind: Kind; key: string; label: string; note: string; needs: Needs[] };

export const WAYS: Way[] = [
  { kind: "break", key: "b", label: "Break", note: "the specimen failed", needs: [] },
  { kind: "at_least", key: "l", label: "At least", note: "something else ended it", needs: [] },
  { kind: "at_most", key: "m", label: "At most", note: "failed on the way, nothing read", needs: ["stated", "reason"] },
  { kind: "between", key: "w", label: "Between", note: "read, and not reached", needs: ["upper"] },
  { kind: "void", key: "v", label: "Void", note: "a cause, not the value", needs: ["reason"] },
  { kind: "not_loaded", key: "o", label: "Not loaded", note: "no force reached it", needs: ["reason"] },
];

/** Ways that say by themselves that what is rated failed. */
export const FAILING: Kind[] = ["break", "between", "at_most"];

/** Without a reading there is nothing to break at; with one there is nothing to be below. */
export function possible(way: Way, pull: Schemas["Pull"]): boolean {
  if (pull.measurement === null) return ["at_most", "void", "not_loaded"].includes(way.kind);
  return way.kind !== "at_most";
}
