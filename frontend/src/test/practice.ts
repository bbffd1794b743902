import type { Schemas } from "@/api/client";
import { session } from "./data";

type Run = Schemas["PracticeRun"];
export const NEXT = { number: 3, feature: "", group: null, cell: null, digits: null, words: null };
/** A lesson under way. */
export const practiceRun = (given: Partial<Run> = {}): Run => ({
  id: 5,
  title: "Eight sewn loops",
  lesson_key: "connector-first",
  lot_id: 33,
  person: session.person?.name ?? "",
  score: null,
  finished_at: null,
  created_at: "2026-11-27T08:00:00Z",
  story: "Eight loops.",
  sealed: "ab".repeat(32),
  finished: false,
  pieces: 8,
  pulled: [
    {
      pull_id: 91,
      number: 1,
      specimen: 1,
      feature: "end A",
      seen: "The specimen has parted.",
      cell: null,
      counts_as: "break",
    },
    { pull_id: 92, number: 2, specimen: 2, feature: "end A", seen: "The shackle opened.", cell: null, counts_as: null },
  ],
  next: NEXT,
  cells: [],
  answer: "minimum",
  options: [],
  result: null,
  ...given,
});
