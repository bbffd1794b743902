import type { Schemas } from "@/api/client";
import { plural, when } from "@/format/words";

export type Today = Schemas["Today"];
export type Tone = "alarm" | "look" | "open";
type Search = Record<string, string | number>;

/** One line of Today: what it is, why, and where it is mended. */
export type Item = {
  key: string;
  tone: Tone;
  title: string;
  aside?: string;
  detail: string;
  verb: string;
  to: string;
  params?: Record<string, number>;
  search?: Search;
  person?: string;
};

const lot = (lotId: number, step: string, search?: Search) => ({
  to: `/lots/$lotId/${step}`,
  params: { lotId },
  ...(search ? { search } : {}),
});

/** What must be mended before anything is pulled. */
export function before(today: Today): Item[] {
  return [
    ...today.watch.filter((w) => w.open).map(below),
    ...today.interrupted.map((row): Item => ({
      key: `run-${row.id}`,
      tone: "alarm",
      title: row.unkept ? `${row.lot}: a pull without its curve` : `${row.lot} was interrupted`,
      detail: `${row.bench}, ${when(row.ended_at)}: ${row.unkept ?? row.why}`,
      verb: row.pull_id ? "Judge what there is" : "To the bench",
      ...(row.pull_id ? lot(row.lot_id, "judge", { pull: row.pull_id }) : lot(row.lot_id, "bench")),
    })),
    ...today.long_tests.filter((t) => t.tone === "alarm").map(wrongTest),
    ...today.instruments_due.map((row): Item => ({
      key: `cell-${row.id}`,
      tone: row.late ? "alarm" : "look",
      title: row.sentence,
      detail: row.late
        ? "what it reads does not count as measured until it is checked"
        : "the cell and its certificate",
      verb: "Check it",
      to: "/benches/cells/$cellId",
      params: { cellId: row.id },
    })),
    ...today.upkeep.map((row): Item => ({
      key: `upkeep-${row.id}`,
      tone: row.state === "soon" ? "look" : "alarm",
      title: `${row.name}: ${row.what}`,
      detail: row.words,
      verb: "Examine it",
      to: "/upkeep",
    })),
    ...today.proofs_due.map((row): Item => ({
      key: `proof-${row.id}`,
      tone: row.past ? "alarm" : "look",
      title: `${row.number}: ${row.what}`,
      aside: row.lot,
      detail: `due by ${row.due}`,
      verb: "To the bench",
      ...lot(row.lot_id, "bench"),
    })),
  ];
}

const below = (row: Today["watch"][number]): Item => ({
  key: `watch-${row.id}`,
  tone: "alarm",
  title: `${row.name}: ${row.sentence}`,
  detail: "process first, then the measuring chain, then the product",
  verb: "Look into it",
  to: "/watch",
  search: { product: row.id },
});

const wrongTest = (row: Schemas["LongRow"]): Item => ({
  key: `test-${row.id}`,
  tone: "alarm",
  title: row.title,
  detail: row.headline,
  verb: "Look at it",
  to: "/tests/$testId",
  params: { testId: row.id },
  person: row.person,
});

const STEPS: Record<string, { step: string; verb: string; tone: Tone; line: (s: Schemas["Summary"]) => string }> = {
  review: {
    step: "papers",
    verb: "Look and countersign",
    tone: "look",
    line: (s) => `statement ${s.signed_number} waits for a second hand`,
  },
  sign: { step: "rate", verb: "Look and sign", tone: "look", line: (s) => s.counts_in_words },
  judge: {
    step: "judge",
    verb: "Judge",
    tone: "open",
    line: (s) =>
      s.pulled > s.judged
        ? `${plural(s.pulled - s.judged, "pull")} without a judgement`
        : `${plural(s.incomplete, "pull")} without what failed`,
  },
  pull: {
    step: "pull",
    verb: "Pull",
    tone: "open",
    line: (s) => (s.planned ? `${s.pulled} of ${s.planned} pulled` : "nothing pulled yet"),
  },
  more: { step: "rate", verb: "See why", tone: "open", line: (s) => s.recommended_reason },
};

const lotsOf = (today: Today, step: string): Item[] =>
  today.waiting
    .filter((group) => group.step === step)
    .flatMap((group) => group.lots)
    .map((row) => {
      const told = STEPS[step] as (typeof STEPS)[string];
      return {
        key: `${step}-${row.id}`,
        tone: told.tone,
        title: row.name,
        aside: row.customer,
        detail: told.line(row.summary),
        verb: told.verb,
        person: today.hands[row.id],
        ...lot(row.id, told.step),
      };
    });

/** What waits for a judge, a reviewer, a disposition. */
export function waits(today: Today): Item[] {
  return [
    ...today.quarantines.map((row): Item => ({
      key: `quarantine-${row.id}`,
      tone: "look",
      title: `${row.piece}, in quarantine`,
      aside: row.lot,
      detail: `${row.found}${row.holding ? "; its siblings wait" : ""}`,
      verb: "Decide",
      ...lot(row.lot_id, "bench"),
    })),
    ...lotsOf(today, "review"),
    ...today.conclusions.map((row): Item => ({
      key: `conclusion-${row.id}`,
      tone: "look",
      title: `Conclusion ${row.number} about ${row.lot}`,
      aside: row.customer,
      detail: `signed by ${row.person}, ${when(row.created_at)}`,
      verb: "Look and countersign",
      person: row.person,
      ...lot(row.lot_id, "compare"),
    })),
    ...today.reports.map((row): Item => ({
      key: `report-${row.id}`,
      tone: "look",
      title: `Report ${row.number} of ${row.title}`,
      detail: `signed by ${row.person}, ${when(row.created_at)}`,
      verb: "Look and countersign",
      to: "/tests/$testId",
      params: { testId: row.test_id },
      person: row.person,
    })),
    ...lotsOf(today, "sign"),
    ...lotsOf(today, "judge"),
    ...today.missing_tests.map((row): Item => ({
      key: `missing-${row.lot_id}`,
      tone: "open",
      title: row.lot,
      aside: row.customer,
      detail: row.sentence,
      verb: "Note the result",
      ...lot(row.lot_id, "plan", { part: "acceptance" }),
    })),
  ];
}

export const toPull = (today: Today): Item[] => [...lotsOf(today, "pull"), ...lotsOf(today, "more")];

/** Whose hands are named today, for the choice above. */
export const people = (rows: { person?: string }[]): string[] =>
  [...new Set(rows.map((row) => row.person).filter((name) => name !== undefined))].sort();

/** What is nobody’s in particular is everybody’s. */
export const of = <Row extends { person?: string }>(rows: Row[], person: string): Row[] =>
  person === "" ? rows : rows.filter((row) => row.person === undefined || row.person === person);
