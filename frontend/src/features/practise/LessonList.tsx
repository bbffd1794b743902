import { useMutation, useQueryClient } from "@tanstack/react-query";
import { toast } from "sonner";
import { answer, api, type Schemas } from "@/api/client";
import { practiceKey } from "@/api/practiceQueries";
import { useMay } from "@/api/session";
import { plural } from "@/format/words";
import { Button } from "@/ui/Button";
import type { Begin } from "./PractisePage";

type Lesson = Schemas["Practice"]["lessons"][number];
type Props = { lessons: Lesson[]; mine: Schemas["PracticeRow"][]; onBegin?: (body: Begin) => void };

/** The usual mistakes, one lesson each; with the best that one has made of it. */
export function LessonList({ lessons, mine, onBegin }: Props) {
  return (
    <section aria-label="Lessons">
      <h2 className="pb-1.5 text-[15px]">Lessons from the usual mistakes</h2>
      <ol className="sheet">
        {lessons.map((lesson, i) => (
          <li
            key={lesson.key}
            className="border-line grid grid-cols-[28px_minmax(0,1fr)_auto] items-start gap-x-3 border-t px-3 py-2.5 first:border-t-0"
          >
            <span className="num text-soft pt-0.5 text-right">{i + 1}</span>
            <div className="min-w-0">
              <b className="head text-[15px]">{lesson.title}</b>
              <p className="text-[13.5px] leading-snug">{lesson.story}</p>
              <p className="text-soft text-[12.5px]">
                {plural(lesson.pieces, "pull")}
                {lesson.person && `, made by ${lesson.person}`}
                <Best of={lesson.key} mine={mine} />
              </p>
            </div>
            <span className="flex flex-col items-end gap-1">
              {onBegin && (
                <Button aria-label={`Begin ${lesson.title}`} onClick={() => onBegin({ lesson: lesson.key })}>
                  Begin
                </Button>
              )}
              {lesson.id !== null && <Retire id={lesson.id} />}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}

function Best({ of, mine }: { of: string; mine: Schemas["PracticeRow"][] }) {
  const scores = mine.filter((run) => run.lesson_key === of && run.score !== null).map((run) => run.score ?? 0);
  if (scores.length === 0) return null;
  return (
    <>
      , your best <b className="num text-ink">{Math.max(...scores).toFixed(0)}</b> of 100
    </>
  );
}

function Retire({ id }: { id: number }) {
  const may = useMay("retireLesson");
  const queries = useQueryClient();
  const retire = useMutation({
    mutationFn: () => answer(api.DELETE("/api/lessons/{id}", { params: { path: { id } } })),
    onSuccess: (all) => queries.setQueryData(practiceKey, all),
    onError: (fault) => toast.error(fault.message),
  });
  if (!may) return null;
  return (
    <button type="button" className="text-soft text-[12.5px] underline" onClick={() => retire.mutate()}>
      Take it away
    </button>
  );
}
