import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { pullQuery } from "@/api/queries";
import { findingWords } from "@/lot/findingWords";
import type { Schemas } from "@/api/client";
import { grouped } from "@/format/figure";
import { capital } from "@/format/words";
import { useLot } from "@/lot/context";
import { Doubt } from "@/ui/Doubt";
import { Caution, Warned } from "@/ui/states";
import { Certificate } from "./Certificate";
import { Quarantine } from "./Quarantine";
import { Told } from "./Told";
import type { BenchPageData, Run } from "./useRun";
import { WhatFailed } from "./WhatFailed";

type Finding = Schemas["Finding"];
type Props = { data: BenchPageData; run: Run };

/** What came of a pull: the verdict, what was found in its curve, what failed and where, what follows from a proof. */
export function AfterRun({ data, run }: Props) {
  const quarantine = data.quarantines.find((one) => one.id === run.quarantine_id);
  return (
    <div className="grid gap-3" role="status">
      <Verdict run={run} />
      {run.overruled.map((words) => (
        <Caution key={words}>
          {words}. {run.overruled_reason}
        </Caution>
      ))}
      {quarantine && <Quarantine row={quarantine} />}
      {run.proof_passed === true && <Certificate run={run} />}
      {run.results.length > 0 && (
        <dl className="num text-[14px]">
          {run.results.map((one) => (
            <div key={one.name} className="border-line flex justify-between gap-4 border-t py-1">
              <dt className="font-[inherit]">
                {one.name} <span className="text-soft">{one.by}</span>
              </dt>
              <dd>{resultText(one)}</dd>
            </div>
          ))}
        </dl>
      )}
      <Warned words={run.warnings} />
      {run.unkept && <Unkept run={run} why={run.unkept} />}
      {run.pull_id ? <OfPull id={run.pull_id} number={run.pull_number} /> : <NoPull run={run} />}
    </div>
  );
}

const UNITS: Record<string, [string, number]> = {
  energy: ["J", 1],
  pressure: ["GPa", 1e9],
  force_per_width: ["N/mm", 1e3],
  share: ["%", 0.01],
  times: ["times", 1],
  none: ["N·m²", 1],
};

function resultText({ value, quantity }: Run["results"][number]) {
  const [symbol, factor] = UNITS[quantity] ?? ["", 1];
  const shown = value / factor;
  const digits = Math.min(6, Math.max(0, 2 - Math.floor(Math.log10(Math.abs(shown) || 1))));
  return `${grouped(shown, digits)} ${symbol}`;
}

function Verdict({ run }: { run: Run }) {
  const words =
    run.state === "interrupted"
      ? "It was interrupted"
      : run.proof_passed === true
        ? "The proof is passed"
        : run.proof_passed === false
          ? "The proof is not passed"
          : run.proof_state === "not_completed"
            ? "The proof was not completed"
            : run.ended === "broken"
              ? "It broke"
              : "It is over";
  const failed = run.outcomes.find((one) => ["failed", "stopped"].includes(one.state))?.words;
  const why = failed ?? (run.ended && !["broken", "finished"].includes(run.ended) ? run.ended : null);
  return (
    <p className={`head text-[20px] ${run.proof_passed === false ? "text-signal" : ""}`}>
      {words}
      {why && <span className="text-soft ml-2 text-[14px] font-normal">{why}</span>}
    </p>
  );
}

/** What was recorded became no curve: it is there, and what was read is typed by hand. */
const Unkept = ({ run, why }: { run: Run; why: string }) => (
  <div role="alert" className="border-signal grid gap-1 border-l-4 px-3 py-1">
    <p className="font-semibold">No curve could be made of this pull: {why}</p>
    <p>
      Type what was read where the pull is judged.{" "}
      <a href={`/api/runs/${run.id}/journal`} className="font-semibold underline" download>
        What was recorded, as a table
      </a>
    </p>
  </div>
);

const NoPull = ({ run }: { run: Run }) => (
  <p className="text-soft">
    {["claimed", "recording"].includes(run.state)
      ? "Being put away …"
      : "Nothing was pulled: there is no curve to judge."}
  </p>
);

const MOST_FINDINGS = 6;
// What a technician looks for first; the rest in the order of time.
const FIRST = ["peak", "first_failure", "slip", "break", "hold", "yield", "stiffness", "energy"];
const rank = (finding: Finding) => {
  const place = FIRST.indexOf(finding.kind);
  return (finding.confidence === "look" ? -FIRST.length : 0) + (place < 0 ? FIRST.length : place);
};

function OfPull({ id, number }: { id: number; number: number | null }) {
  const { data: pull } = useQuery(pullQuery(id));
  if (!pull) return <p className="text-soft">Read …</p>;
  return (
    <>
      <WhatFailed pull={pull} />
      <Found pull={pull} number={number} />
      <Told pullId={id} />
    </>
  );
}

function Found({ pull, number }: { pull: Schemas["Pull"]; number: number | null }) {
  const { page, unit } = useLot();
  const findings = (pull.recording?.findings ?? []).filter((finding) => finding.kind !== "zero");
  const first = [...findings].sort((a, b) => rank(a) - rank(b)).slice(0, MOST_FINDINGS);
  return (
    <section aria-label="What was found">
      <h2>
        What was found{" "}
        <Link
          to="/lots/$lotId/judge"
          params={{ lotId: page.lot.id }}
          search={{ pull: pull.id }}
          className="ml-2 text-[13px] font-semibold underline"
        >
          pull {number}, whole
        </Link>
      </h2>
      <ul className="mt-1 text-[13.5px]">
        {first.map((finding) => (
          <li key={`${finding.kind}-${finding.ordinal}`} className="border-line border-t py-1">
            <b className="mr-2 font-semibold">{capital(finding.kind.replaceAll("_", " "))}</b>
            {findingWords(finding, unit)}
            <Doubt confidence={finding.confidence} doubt={finding.doubt} />
          </li>
        ))}
      </ul>
    </section>
  );
}
