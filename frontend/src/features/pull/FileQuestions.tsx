import { Button } from "@/ui/Button";
import type { Choices } from "./useDrop";

export type Question = { kind: string; text: string };

/** What a file does not say; an hour that its clock jumps by is answered at once, the rest in the table below. */
export function FileQuestions({
  questions,
  onChoose,
}: {
  questions: Question[];
  onChoose: (choices: Choices) => void;
}) {
  return questions.map((q) => (
    <div key={q.text} className="flex flex-wrap items-center gap-2 pb-1">
      <p className="text-derived font-semibold">{q.text}</p>
      {q.kind === "clock" && (
        <>
          <Button onClick={() => onChoose({ clock_changed: true })}>The clock was changed</Button>
          <Button onClick={() => onChoose({ clock_changed: false })}>The hour passed</Button>
        </>
      )}
    </div>
  ));
}
