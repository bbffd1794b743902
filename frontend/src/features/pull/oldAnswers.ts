import type { Schemas } from "@/api/client";

export type Answers = Schemas["OldBreakAnswers"];
export type Question = Schemas["OldBreakQuestion"];

/** What was answered so far, with one more answer: a word once for all rows that have it. */
export function answered(answers: Answers, { kind, key }: Question, value: string): Answers {
  switch (kind) {
    case "column":
      return withColumn(answers, Number(value), key);
    case "units":
      return { ...answers, units: { ...answers.units, [key]: value } };
    case "groups":
      return { ...answers, groups: { ...answers.groups, [key]: value } };
    case "unit":
    case "comma":
    case "dates":
    case "results":
    case "rest":
      return { ...answers, [kind]: value };
    default:
      return { ...answers, words: { ...answers.words, [kind]: { ...answers.words?.[kind], [key]: value } } };
  }
}

/** A column that is said to be something else; "" leaves it out. */
export function withColumn(answers: Answers, column: number, role: string): Answers {
  const columns = { ...answers.columns, [column]: role } as Answers["columns"];
  return { ...answers, columns };
}
