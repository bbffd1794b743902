import { useState, type ReactNode } from "react";
import type { Schemas } from "@/api/client";
import { planAnswer } from "@/test/plans";
import { register } from "@/test/register";
import { renderInLot, serve } from "@/test/render";
import { PlanContext, type Content } from "@/features/plan/planContext";

const REGISTER = { "GET /api/register": () => ({ body: register }) };

/** A part of the plan that can be typed into; what it makes of the content is told. */
export function showPart(part: ReactNode, given: Partial<Schemas["Plan"]> = {}, may = true) {
  serve(REGISTER);
  const told: Content[] = [];
  const plan = planAnswer(given);
  function Holder() {
    const [content, setContent] = useState<Content>(plan.content);
    const change = (fields: Partial<Content>) => {
      const next = { ...content, ...fields };
      told.push(next);
      setContent(next);
    };
    return <PlanContext value={{ content, plan, change, may }}>{part}</PlanContext>;
  }
  renderInLot(<Holder />);
  return { told, last: () => told.at(-1) };
}
