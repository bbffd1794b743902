import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";
import { figure, force } from "@/format/force";
import { plural, VERDICT } from "@/format/words";

type Page = Schemas["LotPage"];
type State = "full" | "half" | "none" | "warn";
type Step = {
  to: "/lots/$lotId/ask" | "/lots/$lotId/pull" | "/lots/$lotId/judge" | "/lots/$lotId/rate" | "/lots/$lotId/papers";
  verb: string;
  line: string;
  state: State;
};

const GLYPH: Record<State, string> = {
  full: "border-ink bg-ink",
  half: "border-ink bg-[linear-gradient(0deg,var(--ink)_55%,transparent_55%)]",
  none: "border-edge",
  warn: "border-signal bg-[repeating-linear-gradient(45deg,var(--signal)_0_2px,transparent_2px_4px)]",
};

/** The steps in working order, each a verb and one line of truth. Orientation, not a wizard. */
export function Spine({ page, unit }: { page: Page; unit: string }) {
  return (
    <nav
      aria-label="Steps of this lot"
      className="border-edge flex border-b min-[820px]:block min-[820px]:border-r min-[820px]:border-b-0 min-[820px]:pt-2.5"
    >
      {steps(page, unit).map((step) => (
        <Link
          key={step.to}
          to={step.to}
          params={{ lotId: page.lot.id }}
          className="flex min-w-0 flex-1 flex-col items-center gap-1 px-1 py-1.5 min-[820px]:grid min-[820px]:grid-cols-[26px_1fr] min-[820px]:items-start min-[820px]:gap-0 min-[820px]:px-3 min-[820px]:py-2 min-[820px]:pl-3.5"
          activeProps={{
            className: "bg-sheet shadow-[inset_3px_0_var(--ink),0_1px_var(--edge),0_-1px_var(--edge)]",
            "aria-current": "step",
          }}
        >
          <i aria-hidden="true" className={`mt-[3px] h-3 w-3 border-[1.5px] ${GLYPH[step.state]}`} />
          <span className="head text-[14px]">{step.verb}</span>
          <span className="text-soft col-start-2 mt-px hidden text-[12px] leading-tight min-[820px]:block">{step.line}</span>
        </Link>
      ))}
    </nav>
  );
}

function steps(page: Page, unit: string): Step[] {
  const { lot, summary, ratings } = page;
  const planned = summary.planned ? ` of ${summary.planned}` : "";
  const judged = summary.judged;
  return [
    { to: "/lots/$lotId/ask", verb: "Ask", line: askLine(page, unit), state: lot.differs_from_use === "" ? "warn" : "full" },
    {
      to: "/lots/$lotId/pull",
      verb: "Pull",
      line: summary.pulled ? `${summary.pulled}${planned}` : "Nothing pulled yet",
      state: summary.pulled === 0 ? "none" : summary.planned && summary.pulled < summary.planned ? "half" : "full",
    },
    {
      to: "/lots/$lotId/judge",
      verb: "Judge",
      line:
        summary.pulled === 0
          ? "–"
          : judged < summary.pulled
            ? `${plural(summary.pulled - judged, "pull")} to judge`
            : summary.counts_in_words,
      state: summary.pulled === 0 ? "none" : judged < summary.pulled ? "half" : "full",
    },
    {
      to: "/lots/$lotId/rate",
      verb: "Rate",
      line: rateLine(page, unit),
      state: summary.minimum ? (summary.signed_current ? "full" : "half") : "none",
    },
    {
      to: "/lots/$lotId/papers",
      verb: "Papers",
      line: ratings.length ? plural(ratings.length, "signed rating") : "None yet",
      state: ratings.length ? "full" : "none",
    },
  ];
}

function askLine({ lot }: Page, unit: string): string {
  const claim = lot.claim_newtons;
  const ways: Record<string, string> = { tension: "Pull", compression: "Push" };
  const way =
    `${ways[lot.direction ?? ""] ?? (lot.direction ?? "").replace(/^./, (c) => c.toUpperCase())} ${lot.configuration ?? ""}`.trim();
  if (claim == null) return `${way}, no claim`;
  const factor =
    lot.claim_measure === "working_load" ? (lot.claim_factor ? `, factor ${lot.claim_factor} in it` : ", factor not stated") : "";
  return `${way}, ${force(claim, { unit })} ${unit} claimed${factor}`;
}

function rateLine({ summary }: Page, unit: string): string {
  if (!summary.minimum) return summary.judged ? "No minimum yet" : "Not yet";
  const verdict = summary.verdict ? `. ${VERDICT[summary.verdict]}` : "";
  return `Minimum ${figure(summary.minimum, unit)} ${unit}${verdict}${summary.signed_current ? "" : ". Not signed"}`;
}
