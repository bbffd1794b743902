import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";
import { spineFacts, type StepFact, type StepState } from "@/lot/spine";

const GLYPH: Record<StepState, string> = {
  full: "border-ink bg-ink",
  half: "border-ink bg-[linear-gradient(0deg,var(--ink)_55%,transparent_55%)]",
  none: "border-edge",
  warn: "border-signal bg-[repeating-linear-gradient(45deg,var(--signal)_0_2px,transparent_2px_4px)]",
};

const TO = {
  Ask: "/lots/$lotId/ask",
  Plan: "/lots/$lotId/plan",
  Check: "/lots/$lotId/check",
  Prepare: "/lots/$lotId/prepare",
  Pull: "/lots/$lotId/pull",
  Judge: "/lots/$lotId/judge",
  Rate: "/lots/$lotId/rate",
  Compare: "/lots/$lotId/compare",
  Papers: "/lots/$lotId/papers",
} as const satisfies Record<StepFact["verb"], string>;

/** The steps in working order, each a verb and one line of truth. Orientation, not a wizard. */
export function Spine({ page, unit }: { page: Schemas["LotPage"]; unit: string }) {
  return (
    <nav
      aria-label="Steps of this lot"
      className="border-edge flex border-b min-[820px]:block min-[820px]:border-r min-[820px]:border-b-0 min-[820px]:pt-2.5"
    >
      {spineFacts(page, unit).map((step) => (
        <Link
          key={step.verb}
          to={TO[step.verb]}
          params={{ lotId: page.lot.id }}
          className="flex min-w-0 flex-1 flex-col items-center gap-1 px-0.5 py-1.5 min-[820px]:grid min-[820px]:grid-cols-[26px_1fr] min-[820px]:items-start min-[820px]:gap-0 min-[820px]:px-3 min-[820px]:py-2 min-[820px]:pl-3.5"
          activeProps={{
            className: "bg-sheet shadow-[inset_3px_0_var(--ink),0_1px_var(--edge),0_-1px_var(--edge)]",
            "aria-current": "step",
          }}
        >
          <i aria-hidden="true" className={`mt-[3px] h-3 w-3 border-[1.5px] ${GLYPH[step.state]}`} />
          <span className="head text-[11px] [font-stretch:80%] min-[480px]:text-[12.5px] min-[640px]:text-[14px] min-[640px]:[font-stretch:106%]">
            {step.verb}
          </span>
          <span className="text-soft col-start-2 mt-px hidden text-[12px] leading-tight min-[820px]:block">
            {step.line}
          </span>
        </Link>
      ))}
    </nav>
  );
}
