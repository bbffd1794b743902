import { plural } from "@/format/words";
import { Choice } from "@/ui/Choice";
import { answered, type Answers, type Question } from "./oldAnswers";

type Props = { questions: Question[]; answers: Answers; onAnswer: (answers: Answers) => void };
const OPEN = "\u0001"; // no answer yet; an empty answer is one

/** What the table does not say, each once for all the rows that hang on it. */
export function OldQuestions({ questions, answers, onAnswer }: Props) {
  if (questions.length === 0) return null;
  return (
    <section aria-label="Questions" className="border-derived border-l-4 pl-4">
      <h3 className="text-derived pb-1 text-[15px] font-semibold">{plural(questions.length, "question")} first</h3>
      <ul className="grid gap-x-6 gap-y-2.5 sm:grid-cols-2">
        {questions.map((question) => (
          <li key={`${question.kind} ${question.key}`} className="grid content-start gap-1">
            <span>
              <b className="font-semibold">{question.text}</b>{" "}
              <span className="text-soft num text-[12.5px] whitespace-nowrap">{plural(question.rows, "row")}</span>
            </span>
            <Choice
              bare
              label={question.text}
              value={OPEN}
              options={[{ value: OPEN, label: "say which" }, ...question.options]}
              onChange={(value) => value !== OPEN && onAnswer(answered(answers, question, value))}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}
