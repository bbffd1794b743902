import { answer, api } from "@/api/client";
import { plural, when } from "@/format/words";
import { useLot } from "@/lot/context";
import { ErrorNote } from "@/ui/states";
import { groupsOf, usePrepareChange, type Piece } from "./usePrepare";

/** The steps of the chosen pieces, begun and ended for all of them at once. */
export function StepGroups({ pieces, may }: { pieces: Piece[]; may: boolean }) {
  const { page } = useLot();
  const change = usePrepareChange(page.lot.id, (body: { ids: number[]; starts_at?: string; done?: boolean }) =>
    answer(api.PATCH("/api/lots/{id}/preparations", { params: { path: { id: page.lot.id } }, body })),
  );
  const groups = groupsOf(pieces);
  return (
    <section className="sheet px-4 py-3" aria-label="Steps of the chosen pieces">
      <h2>Steps of {plural(pieces.length, "chosen piece")}</h2>
      {groups.length === 0 && (
        <p className="text-soft mt-1">None yet. Add them for all chosen pieces at once, from a template or typed.</p>
      )}
      <ol className="mt-1">
        {groups.map((group, i) => {
          const open = group.steps.filter((step) => !step.done);
          const waiting = open.filter((step) => !step.running);
          const ends = open.map((step) => step.ends_at).filter((at) => at !== null);
          const timed = group.steps.some((step) => step.hours !== null);
          return (
            <li key={group.name} className="border-line flex flex-wrap items-center gap-x-3 gap-y-1 border-t py-1.5">
              <span className="num text-soft w-5">{i + 1}</span>
              <span className="min-w-[9rem]">
                <b className="font-semibold">{group.name}</b>
                {group.steps[0]?.hours && <span className="text-soft"> {group.steps[0].hours} h</span>}
                {group.steps[0]?.capacity && <span className="text-soft"> · holds {group.steps[0].capacity}</span>}
              </span>
              <span className="text-soft text-[13px]">
                {group.steps.length - open.length} of {group.steps.length} done
                {ends.length > 0 && `, ready ${when(ends.sort().at(-1) ?? "")}`}
              </span>
              {may && open.length > 0 && (
                <span className="ml-auto flex gap-3 text-[13px]">
                  {timed && waiting.length > 0 && (
                    <button
                      type="button"
                      className="font-semibold underline"
                      onClick={() =>
                        change.mutate({ ids: waiting.map((step) => step.id), starts_at: new Date().toISOString() })
                      }
                    >
                      Begins now
                    </button>
                  )}
                  <button
                    type="button"
                    className="font-semibold underline"
                    onClick={() => change.mutate({ ids: open.map((step) => step.id), done: true })}
                  >
                    {open.length === group.steps.length
                      ? `Done for all ${open.length}`
                      : `Done for the other ${open.length}`}
                  </button>
                </span>
              )}
            </li>
          );
        })}
      </ol>
      {change.error && <ErrorNote message={change.error.message} />}
    </section>
  );
}
