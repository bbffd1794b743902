import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { answer, api, type Schemas } from "@/api/client";
import { practiceKey, runKey } from "@/api/practiceQueries";
import { Button } from "@/ui/Button";
import { ErrorNote } from "@/ui/states";

type Run = Schemas["PracticeRun"];
type Answer = { kind: "statement" | "none" | "choice"; choice?: string };

/** The way to an answer, and the answer: what was signed, that there is none, or one of several. */
export function HandIn({ run }: { run: Run }) {
  const queries = useQueryClient();
  const [chosen, setChosen] = useState<string | null>(null);
  const hand = useMutation({
    mutationFn: (body: Answer) =>
      answer(api.POST("/api/practice-runs/{id}/answer", { params: { path: { id: run.id } }, body })),
    onSuccess: (after) => {
      queries.setQueryData(runKey(run.id), after);
      void queries.invalidateQueries({ queryKey: practiceKey });
      window.scrollTo({ top: 0 });
    },
  });
  const choice = run.answer === "choice";
  return (
    <section className="sheet grid gap-3 p-4" aria-label="Your answer">
      <h2>Your answer</h2>
      {choice ? (
        <Options run={run} chosen={chosen} choose={setChosen} />
      ) : (
        <p className="text-soft text-[13px]">
          Judge what was pulled, rate it, and sign what you would promise of every piece. Plan, units and what if are
          those of a real lot.
        </p>
      )}
      <span className="flex flex-wrap gap-3 font-semibold underline">
        <Link to="/lots/$lotId/plan" params={{ lotId: run.lot_id }}>
          Plan
        </Link>
        <Link to="/lots/$lotId/judge" params={{ lotId: run.lot_id }}>
          Judge
        </Link>
        <Link to="/lots/$lotId/rate" params={{ lotId: run.lot_id }}>
          Rate and sign
        </Link>
      </span>
      <div className="flex flex-wrap gap-2.5">
        {choice ? (
          <Button
            primary
            disabled={chosen === null || hand.isPending}
            onClick={() => hand.mutate({ kind: "choice", choice: chosen ?? "" })}
          >
            Hand in
          </Button>
        ) : (
          <>
            <Button primary disabled={hand.isPending} onClick={() => hand.mutate({ kind: "statement" })}>
              Hand in what I signed
            </Button>
            <Button disabled={hand.isPending} onClick={() => hand.mutate({ kind: "none" })}>
              No minimum can be stated
            </Button>
          </>
        )}
      </div>
      {hand.error && <ErrorNote message={hand.error.message} />}
    </section>
  );
}

function Options({ run, chosen, choose }: { run: Run; chosen: string | null; choose: (key: string) => void }) {
  return (
    <fieldset className="grid gap-2">
      <legend className="cap pb-1">What goes on the paper?</legend>
      {run.options.map((option) => (
        <label key={option.key} className="flex items-start gap-2">
          <input
            type="radio"
            name="answer"
            className="mt-1"
            checked={chosen === option.key}
            onChange={() => choose(option.key)}
          />
          {option.text}
        </label>
      ))}
    </fieldset>
  );
}
