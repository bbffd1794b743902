import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useRef } from "react";
import { toast } from "sonner";
import { answer, api, once, onceKey } from "@/api/client";
import { practiceKey, practiceQuery, runKey } from "@/api/practiceQueries";
import { useMay } from "@/api/session";
import { ErrorNote, Waiting } from "@/ui/states";
import { FreeLesson } from "./FreeLesson";
import { LessonList } from "./LessonList";
import { Results } from "./Results";

export type Begin = { lesson?: string; trade?: string; difficulty?: string };

/** Lessons with a hidden truth: the usual mistakes one by one, or a trade and a difficulty. */
export function PractisePage() {
  const { data, error, refetch } = useQuery(practiceQuery);
  const may = useMay("beginLesson");
  const key = useRef(onceKey());
  const queries = useQueryClient();
  const navigate = useNavigate();
  const begin = useMutation({
    mutationFn: (body: Begin) => answer(api.POST("/api/practice-runs", { headers: once(key.current), body })),
    onSuccess: (run) => {
      key.current = onceKey();
      queries.setQueryData(runKey(run.id), run);
      void queries.invalidateQueries({ queryKey: practiceKey });
      void navigate({ to: "/practise/$runId", params: { runId: run.id } });
    },
    onError: (fault) => toast.error(fault.message),
  });
  if (error) return <ErrorNote message={error.message} onRetry={() => void refetch()} />;
  if (!data) return <Waiting what="the lessons" />;
  const start = may ? (body: Begin) => !begin.isPending && begin.mutate(body) : undefined;
  return (
    <>
      <h1>Practise</h1>
      <p className="text-soft max-w-[78ch] pt-1 pb-4">
        Pieces with a strength that only the machine knows. Pull them, judge, rate, and sign what you would promise;
        then see what was true. A promise that holds earns the more the nearer it lies; a broken one costs more than any
        earns. Nothing of it ever stands among real lots.
      </p>
      <div className="grid gap-5 min-[1060px]:grid-cols-[minmax(0,1fr)_340px]">
        <LessonList lessons={data.lessons} mine={data.mine} onBegin={start} />
        <div className="grid content-start gap-5">
          {start && <FreeLesson trades={data.trades} difficulties={data.difficulties} onBegin={start} />}
          <Results title="Yours" rows={data.mine} empty="Nothing practised yet." />
          {data.of_class && <Results title="The class" rows={data.of_class} empty="Nobody has handed in yet." named />}
        </div>
      </div>
    </>
  );
}
