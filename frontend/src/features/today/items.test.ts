import { describe, expect, it } from "vitest";
import { boardLine } from "./Board";
import { before, of, people, toPull, waits, type Today } from "./items";
import { readToday } from "./readToday";

const EMPTY: Today = {
  waiting: [],
  latest: [],
  counts: {},
  backup: {},
  verification: {},
  missing_tests: [],
  instruments_due: [],
  interrupted: [],
  quarantines: [],
  conclusions: [],
  proofs_due: [],
  long_tests: [],
  watch: [],
  upkeep: [],
  reports: [],
  board: [],
  hands: {},
};

const test = (given: object): Today["long_tests"][number] => ({
  id: 1,
  kind: "sustained",
  kind_name: "Sustained load",
  title: "Bond",
  state: "running",
  started_at: null,
  ended_at: null,
  ended_words: "",
  hours: 1,
  lot_id: null,
  lot: null,
  reference_lot_id: null,
  person: "Wren Ashdown",
  headline: "0.7 mm",
  tone: "ok",
  due: {},
  latest: null,
  ...given,
});

const watched = (given: object) => ({
  id: 2,
  name: "Cord",
  state: "below",
  due: false,
  open: true,
  sentence: "528 N is below its limit",
  missed: 0,
  ...given,
});

describe("Today", () => {
  it("has nothing where nothing waits", () => {
    expect([...before(EMPTY), ...waits(EMPTY), ...toPull(EMPTY), ...readToday(EMPTY)]).toEqual([]);
    expect(boardLine([])).toBe("");
  });
  it("puts what is below its limit and what runs away before anything is pulled, each with where it is mended", () => {
    const found = before({
      ...EMPTY,
      watch: [watched({}), watched({ id: 3, open: false, due: true })],
      long_tests: [test({ tone: "alarm" }), test({ id: 2 })],
    });
    expect(found.map((one) => [one.tone, one.to])).toEqual([
      ["alarm", "/watch"],
      ["alarm", "/tests/$testId"],
    ]);
    expect(found[0]?.search).toEqual({ product: 2 });
  });
  it("leads an interrupted pull to its judging, and one that kept nothing to the bench", () => {
    const run = { id: 1, lot_id: 7, lot: "Loop", bench: "Bench 1", why: "cut", ended_at: "2026-11-27T08:00:00Z" };
    const found = before({
      ...EMPTY,
      interrupted: [
        { ...run, pull_id: 9, unkept: null },
        { ...run, id: 2, pull_id: null, unkept: null },
        { ...run, id: 3, pull_id: 10, unkept: "Every force is zero" },
      ],
    });
    expect(found.map((one) => one.to)).toEqual(["/lots/$lotId/judge", "/lots/$lotId/bench", "/lots/$lotId/judge"]);
    expect(found[2]).toMatchObject({ title: "Loop: a pull without its curve" });
    expect(found[2]?.detail).toContain("Every force is zero");
  });
  it("reads what is overdue first, then by the clock, and counts when they come", () => {
    const today = new Date();
    today.setHours(23, 50, 0, 0);
    const rows = readToday({
      ...EMPTY,
      watch: [watched({ open: false, due: true })],
      long_tests: [
        test({ id: 1, due: { place: 2, at: today.toISOString(), late: false, words: "after 2 h" } }),
        test({ id: 2, due: { place: 1, at: today.toISOString(), late: true, words: "after 1 h" } }),
        test({ id: 3, due: { place: 500, counts: true, late: false, words: "at 500 cycles" } }),
        test({ id: 4, due: { place: 9, at: "2100-01-01T00:00:00Z", late: false, words: "later" } }),
      ],
    });
    expect(rows.map((row) => [row.key, row.at])).toEqual([
      ["morning", "1 not yet"],
      ["test-2", "overdue"],
      ["test-3", ""],
      ["test-1", "23:50"],
    ]);
    expect(rows[2]?.detail).toBe("0.7 mm; next at 500 cycles");
  });
  it("is of one person where it names one, and of everybody where it names none", () => {
    const rows = [{ person: "Wren" }, { person: "Tobin" }, {}];
    expect(people(rows)).toEqual(["Tobin", "Wren"]);
    expect(of(rows, "Wren")).toEqual([{ person: "Wren" }, {}]);
    expect(of(rows, "")).toHaveLength(3);
  });
  it("says when the last pull on a bench is done", () => {
    const item = (to: number, until: string, kind = "pull") => ({
      lot_id: 1,
      lot: "x",
      kind,
      label: "",
      lane: "Bench 1",
      from: 1,
      to,
      day: 0,
      at: "",
      until,
    });
    expect(boardLine([item(500, "08:20"), item(480, "08:00"), item(900, "15:00", "conditioning")])).toBe(
      "2 pulls planned, done at 08:20 if nothing slips",
    );
  });
});
