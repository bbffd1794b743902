import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { practiceRunQuery } from "@/api/practiceQueries";
import { sessionQuery } from "@/api/queries";
import { Caution, ErrorNote, Waiting } from "@/ui/states";
import { Cells } from "./Cells";
import { HandIn } from "./HandIn";
import { NextPiece } from "./NextPiece";
import { PulledPieces } from "./PulledPieces";
import { Truth } from "./Truth";

/** One lesson: the story, the next piece, what was pulled, the answer; then the truth beside it. */
export function RunPage() {
  const { runId } = useParams({ from: "/outside/practise/$runId" });
  const { data: run, error, refetch } = useQuery(practiceRunQuery(runId));
  const { data: session } = useQuery(sessionQuery);
  if (error) return <ErrorNote message={error.message} onRetry={() => void refetch()} />;
  if (!run) return <Waiting what="the lesson" />;
  const own = session?.person?.name === run.person;
  return (
    <>
      <p className="text-[13px]">
        <Link to="/practise" className="underline">
          Practise
        </Link>{" "}
        <span className="text-soft">{own ? "" : `· ${run.person}`}</span>
      </p>
      <h1>{run.title}</h1>
      <p className="max-w-[78ch] pt-1 pb-4 text-[15px]">{run.story}</p>
      {run.result ? (
        <Truth run={run} result={run.result} />
      ) : (
        <div className="grid gap-5 min-[1000px]:grid-cols-[minmax(0,1fr)_360px]">
          <div className="grid content-start gap-5">
            {own && run.next && <NextPiece run={run} next={run.next} key={run.pulled.length} />}
            <PulledPieces run={run} />
          </div>
          <div className="grid content-start gap-5">
            <Cells run={run} own={own} />
            {own && <HandIn run={run} />}
            <section className="sheet grid gap-1.5 p-4 text-[13px]" aria-label="Sealed">
              <h2>Sealed</h2>
              <p className="text-soft">
                The truth was laid down before the first pull and is told when you hand in. Its hash, so that you can
                see that nobody changed it:
              </p>
              <code className="num break-all">{run.sealed.slice(0, 32)}</code>
            </section>
            <Caution>
              A made-up bench hurts nobody. A real one does: guard, eyes, hearing, nobody in line with the load.
            </Caution>
          </div>
        </div>
      )}
    </>
  );
}
