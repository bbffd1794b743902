import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";
import { plural } from "@/format/words";
import { useLot } from "@/lot/context";
import { Empty } from "@/ui/states";
import { Choice } from "@/ui/Choice";
import { TableLinks } from "@/ui/TableLinks";
import { Downloads, KEY } from "./Downloads";
import { Journal } from "./Journal";
import { MakeLesson } from "./MakeLesson";
import { SignedStatement } from "./SignedStatement";
import { Statement } from "./Statement";
import { usePaperLanguage } from "@/paper/usePaperLanguage";

/** Signed statements with their hands and revisions, the preview of the next one, and who did what. */
export function PapersPage() {
  const { page } = useLot();
  const { statements, summary, lot } = page;
  const { language, languages, choose } = usePaperLanguage();
  return (
    <>
      <div className="flex flex-wrap items-end gap-3 pb-3">
        <h1 className="mr-auto">Papers: {lot.name}</h1>
        <Choice
          label="Papers in"
          className="flex w-[220px] items-center gap-2 whitespace-nowrap"
          value={language}
          options={languages.map((one) => ({ value: one.key, label: one.name }))}
          onChange={choose}
        />
      </div>
      <div className="grid gap-5 min-[1060px]:grid-cols-[1fr_330px]">
        <section aria-label="Signed statements" className="min-w-0">
          <Signed statements={statements} demonstration={summary.demonstration} language={language} />
          {statements.length > 0 && !summary.signed_current && (
            <p className="border-derived mt-3 border-l-4 px-3">
              The lot has changed since the last signature. What was signed stays as it was; sign again under Rate to
              issue a revision.
            </p>
          )}
          {page.comparison.conclusions > 0 && (
            <p className="mt-3">
              <Link to="/lots/$lotId/compare" params={{ lotId: lot.id }} className="font-semibold underline">
                {plural(page.comparison.conclusions, "conclusion")}
              </Link>{" "}
              from comparing it with others, with their papers, under Compare.
            </p>
          )}
          {page.pulls.length > 0 && <Statement />}
        </section>
        <div className="grid content-start gap-5">
          <section className="sheet grid content-start gap-3 p-4" aria-label="Preview">
            <h2>Preview of the statement as it stands</h2>
            <p className="text-soft">
              Marked as a preview: not to be handed out. It holds the rule, the pulls, the curves, the working of every
              school, and the caution.
            </p>
            <Downloads base={`/api/lots/${lot.id}/statement`} label="preview" language={language} />
          </section>
          {page.pulls.length > 0 && (
            <section className="sheet grid content-start gap-3 p-4" aria-label="Break report">
              <h2>Break report</h2>
              <p className="text-soft">
                What was measured and how it was judged, with every curve: no minimum and no working load.
              </p>
              <a
                href={`/api/lots/${lot.id}/break-report?language=${language}`}
                target="_blank"
                rel="noreferrer"
                className={`${KEY} justify-self-start`}
              >
                Open the break report
              </a>
            </section>
          )}
          <section className="sheet grid content-start gap-3 p-4" aria-label="Package">
            <h2>As a package</h2>
            <p className="text-soft">
              All of it in open formats, with every curve, original file and hash: read again here or elsewhere.
            </p>
            <span className="flex flex-wrap gap-2">
              <a href={`/api/lots/${lot.id}/package`} download className={KEY}>
                This lot
              </a>
              <a href={`/api/jobs/${lot.job_id}/package`} download className={KEY}>
                The whole job
              </a>
            </span>
          </section>
          {page.pulls.length > 0 && (
            <section className="sheet grid content-start gap-2 p-4" aria-label="As tables">
              <h2>As tables</h2>
              <span className="flex items-baseline justify-between gap-3">
                Pulls <TableLinks list="pulls" name="Pulls" query={`?lot_id=${lot.id}`} />
              </span>
              <span className="flex items-baseline justify-between gap-3">
                Specimens <TableLinks list="specimens" name="Specimens" query={`?lot_id=${lot.id}`} />
              </span>
              <MakeLesson />
            </section>
          )}
          <Journal lotId={lot.id} />
        </div>
      </div>
    </>
  );
}

type Given = { statements: Schemas["SignedStatement"][]; demonstration: boolean; language: string };

function Signed({ statements, demonstration, language }: Given) {
  if (statements.length === 0)
    return (
      <Empty title={demonstration ? "A demonstration issues no certificate" : "Nothing signed yet"}>
        A signed statement is frozen with its pulls, its terms and the version of the rules, and its papers keep their
        bytes. Sign one under Rate; a preview can be printed at any time.
      </Empty>
    );
  return (
    <div className="grid gap-3">
      {[...statements].reverse().map((statement) => (
        <SignedStatement key={statement.id} statement={statement} language={language} />
      ))}
    </div>
  );
}
