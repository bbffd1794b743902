import { useLot } from "@/app/lotContext";
import { figure } from "@/format/force";
import { when } from "@/format/words";
import { Empty } from "@/ui/states";
import { Statement } from "./Statement";

const FORMATS = ["pdf", "csv", "json"] as const;

/** Signed ratings and the draft of the next one, as PDF, CSV and JSON of the same statement. */
export function PapersPage() {
  const { page, unit } = useLot();
  const { ratings, summary, lot } = page;
  return (
    <>
      <h1 className="pb-3">Papers: {lot.name}</h1>
      <div className="grid gap-5 min-[1060px]:grid-cols-[1fr_330px]">
        <section aria-label="Signed ratings">
          {ratings.length === 0 ? (
            <Empty title="Nothing signed yet">
              A signed rating is frozen with its pulls, its terms and the version of the rules. Sign one under Rate; a draft can be printed
              at any time.
            </Empty>
          ) : (
            <div className="sheet">
              {[...ratings].reverse().map((rating) => (
                <div
                  key={rating.id}
                  className="border-line flex flex-wrap items-center gap-x-5 gap-y-1 border-t px-4 py-3 first:border-t-0"
                >
                  <span>
                    <b className="head block text-[15px]">Rating statement {rating.number}</b>
                    <span className="text-soft text-[13px]">
                      signed by {rating.person}, {when(rating.created_at)}
                    </span>
                  </span>
                  <span className="num text-derived ml-auto text-right">
                    {figure(rating.statement.minimum, unit)} {unit} ÷ {rating.statement.factor} ={" "}
                    <b>{figure(rating.statement.working_load_limit, unit)}</b> {unit}
                  </span>
                  <Downloads base={`/api/ratings/${rating.id}`} label={`statement ${rating.number}`} />
                </div>
              ))}
            </div>
          )}
          {ratings.length > 0 && !summary.signed_current && (
            <p className="border-derived mt-3 border-l-4 px-3">
              The lot has changed since the last signature. What was signed stays as it was; sign again under Rate to issue a new statement.
            </p>
          )}
          {page.pulls.length > 0 && <Statement />}
        </section>
        <section className="sheet grid content-start gap-3 self-start p-4" aria-label="Draft">
          <h2>Draft of the rating as it stands</h2>
          <p className="text-soft">
            Marked as a draft: not to be handed out. It holds the force rule, the pulls, the curves, the working of every school, and the
            caution.
          </p>
          <Downloads base={`/api/lots/${lot.id}/statement`} label="draft" />
        </section>
      </div>
    </>
  );
}

function Downloads({ base, label }: { base: string; label: string }) {
  return (
    <span className="flex gap-2">
      {FORMATS.map((format) => (
        <a
          key={format}
          href={`${base}.${format}`}
          target={format === "pdf" ? "_blank" : undefined}
          rel="noreferrer"
          aria-label={`${label} as ${format.toUpperCase()}`}
          className="rounded-key border-ink hover:bg-wash inline-flex h-9 items-center border px-3 font-semibold"
        >
          {format.toUpperCase()}
        </a>
      ))}
    </span>
  );
}
