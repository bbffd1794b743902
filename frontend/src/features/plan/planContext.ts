import { createContext, useContext } from "react";
import type { Schemas } from "@/api/client";

export type Content = Schemas["PlanContent"];
export type Typed = Schemas["Typed"];
export type PlanLink = Schemas["PlanLink"];

export type PlanValue = {
  content: Content;
  plan: Schemas["Plan"];
  /** Takes a part of the plan as it is typed; the answers follow. */
  change: (part: Partial<Content>) => void;
  may: boolean;
};

export const PlanContext = createContext<PlanValue | null>(null);

/** The plan that the screen is about, as it is being typed, and what it answers. */
export function usePlan(): PlanValue {
  const plan = useContext(PlanContext);
  if (!plan) throw new Error("PlanPage is missing");
  return plan;
}

/** One part of the plan and a way to change a field of it. */
type PartKey =
  | "expected"
  | "energy"
  | "tackle"
  | "ram"
  | "redirect"
  | "sideways"
  | "preload"
  | "proof"
  | "mass"
  | "day"
  | "stock"
  | "send";

export function usePart<K extends PartKey>(key: K) {
  const { content, change } = usePlan();
  type Part = NonNullable<Content[K]>;
  const part = (content[key] ?? {}) as Part;
  const set = (fields: Partial<Part>) => change({ [key]: Object.assign({}, part, fields) } as Partial<Content>);
  return [part, set] as const;
}
