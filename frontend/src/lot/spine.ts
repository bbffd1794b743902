import type { Schemas } from "@/api/client";
import { stated } from "@/format/figure";
import { capital, plural, VERDICT } from "@/format/words";

type Page = Schemas["LotPage"];
export type StepState = "full" | "half" | "none" | "warn";
export type StepFact = {
  verb: "Ask" | "Plan" | "Check" | "Prepare" | "Pull" | "Judge" | "Rate" | "Compare" | "Papers";
  line: string;
  state: StepState;
};

/** The steps in working order, each with one line of truth about its state. */
export function spineFacts(page: Page, unit: string): StepFact[] {
  return [
    ask(page, unit),
    plan(page),
    check(page),
    prepare(page),
    pull(page),
    judge(page),
    rate(page, unit),
    compare(page),
    papers(page),
  ];
}

const WAYS: Record<string, string> = { tension: "Pull", compression: "Push" };

function ask({ lot, summary }: Page, unit: string): StepFact {
  const way = `${WAYS[lot.direction] ?? capital(lot.direction)} ${lot.configuration}`.trim();
  const first = summary.claims[0];
  const figure = first?.figure ?? first?.strength;
  const more = summary.claims.length > 1 ? ` and ${plural(summary.claims.length - 1, "more claim")}` : "";
  const claim = figure ? `${stated(figure, unit)} claimed${more}` : "no claim";
  return { verb: "Ask", line: `${way}, ${claim}`, state: lot.differs_from_use === "" ? "warn" : "full" };
}

const plan = ({ plan: { line, state } }: Page): StepFact => ({ verb: "Plan", line: capital(line), state });

const check = ({ check: { line, state } }: Page): StepFact => ({ verb: "Check", line: capital(line), state });

const prepare = ({ prepare: { line, state } }: Page): StepFact => ({ verb: "Prepare", line: capital(line), state });

function pull({ summary: { pulled, planned } }: Page): StepFact {
  const line = pulled ? `${pulled}${planned ? ` of ${planned}` : ""}` : "Nothing pulled yet";
  return { verb: "Pull", line, state: pulled === 0 ? "none" : planned && pulled < planned ? "half" : "full" };
}

function judge({ summary: s }: Page): StepFact {
  if (s.pulled === 0) return { verb: "Judge", line: "–", state: "none" };
  const waiting = s.pulled - s.judged;
  const line = waiting
    ? `${plural(waiting, "pull")} to judge`
    : s.incomplete
      ? `${plural(s.incomplete, "pull")} without what failed`
      : s.counts_in_words;
  return { verb: "Judge", line, state: waiting || s.incomplete ? "half" : "full" };
}

function rate({ summary: s }: Page, unit: string): StepFact {
  if (s.relative_only)
    return { verb: "Rate", line: s.relative_in_words ?? "Ranks only", state: s.relative_in_words ? "full" : "none" };
  if (s.computing) return { verb: "Rate", line: "Being computed …", state: "half" };
  if (!s.minimum) return { verb: "Rate", line: s.judged ? "No minimum yet" : "Not yet", state: "none" };
  const verdict = s.verdict ? `. ${VERDICT[s.verdict]}` : "";
  const signed = s.signed_current || s.demonstration ? "" : ". Not signed";
  return {
    verb: "Rate",
    line: `Minimum ${stated(s.minimum, unit)}${verdict}${signed}`,
    state: s.signed_current ? "full" : "half",
  };
}

function compare({ comparison: { others, conclusions } }: Page): StepFact {
  const line = conclusions
    ? plural(conclusions, "conclusion")
    : others
      ? `With ${plural(others, "other lot")}`
      : "With no other lot yet";
  return { verb: "Compare", line, state: conclusions ? "full" : "none" };
}

function papers({ statements, summary }: Page): StepFact {
  if (statements.length === 0)
    return { verb: "Papers", line: summary.demonstration ? "None: a demonstration" : "None yet", state: "none" };
  const line = `${plural(statements.length, "statement")}${summary.reviewed ? ", reviewed" : ", to review"}`;
  return { verb: "Papers", line, state: summary.reviewed ? "full" : "half" };
}
