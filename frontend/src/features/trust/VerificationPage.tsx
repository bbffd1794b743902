import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { answer, api, type Schemas } from "@/api/client";
import { useMay } from "@/api/session";
import { trustKeys, verificationQuery } from "@/api/trustQueries";
import { plural, when } from "@/format/words";
import { Button } from "@/ui/Button";
import { Empty, ErrorNote, Waiting } from "@/ui/states";
import { SigningKeys } from "./SigningKeys";

type Verification = Schemas["Verification"];
type Part = NonNullable<Verification["last"]>["parts"][number];

const KINDS: Record<string, string> = {
  files: "Files that were handed in",
  recordings: "Samples of curves",
  findings: "What was found in curves",
  checks: "Checks of cells",
  attachments: "Photos and attachments",
  statements: "Signed statements",
  signatures: "Signatures in the journal",
  documents: "Papers that were handed out",
  certificates: "Proof certificates",
  conclusions: "Conclusions",
  reports: "Reports of long tests",
  readings: "Readings of long tests, watched breaks",
  seals: "Hands under their keys",
  rows: "Every row that a figure follows from",
  events: "The chain of events",
};

/** Whether everything that is kept is what was kept, and whose keys are believed. */
export function VerificationPage() {
  const { data, error, refetch } = useQuery(verificationQuery);
  const may = useMay("wantVerification");
  const queries = useQueryClient();
  const want = useMutation({
    mutationFn: () => answer(api.POST("/api/verification")),
    onSuccess: (now) => queries.setQueryData(trustKeys.verification, now),
  });
  if (error) return <ErrorNote message={error.message} onRetry={() => void refetch()} />;
  if (!data) return <Waiting what="what came of the last look" />;
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2 pb-3.5">
        <h1>Verification</h1>
        <span className="text-soft">once a day, and whenever somebody asks</span>
        {may && (
          <Button primary className="ml-auto" disabled={data.wanted || want.isPending} onClick={() => want.mutate()}>
            {data.wanted ? "Being looked at …" : "Look at everything now"}
          </Button>
        )}
      </div>
      {want.error && <ErrorNote message={want.error.message} />}
      {data.last ? <Found last={data.last} /> : <NotYet />}
      <p className="text-soft pt-2 text-[13px]">
        {data.chain_sealed_at ? `The head of the chain was signed ${when(data.chain_sealed_at)}. ` : ""}
        {data.papers_waiting > 0 &&
          `${plural(data.papers_waiting, "signed text")} whose papers are still to be drawn. `}
        What packages only say stands under{" "}
        <Link to="/heard" className="text-ink font-semibold underline">
          Said by packages
        </Link>
        .
      </p>
      <SigningKeys />
    </>
  );
}

function NotYet() {
  return (
    <Empty title="Not looked at yet">
      Everything that is kept is held against its hash once a day while the application runs; the first time within
      moments of its start.
    </Empty>
  );
}

function Found({ last }: { last: NonNullable<Verification["last"]> }) {
  const checked = last.parts.reduce((all, part) => all + part.checked, 0);
  const sound = last.broken === 0;
  return (
    <>
      <p
        role={sound ? "status" : "alert"}
        className={`border-l-4 px-3 py-1 text-[17px] ${sound ? "border-measured" : "border-signal text-signal font-semibold"}`}
      >
        {sound ? "All of it is what was kept" : `${plural(last.broken, "thing")} not what was kept`}
        <span className="text-soft block text-[13px] font-normal">
          <span className="num">{checked}</span> looked at {when(last.at)}, in{" "}
          <span className="num">{last.seconds}</span> s
        </span>
      </p>
      <ul className="sheet mt-3">
        {last.parts.map((part) => (
          <Row key={part.kind} part={part} />
        ))}
      </ul>
    </>
  );
}

function Row({ part }: { part: Part }) {
  const aside = [
    part.left > 0 && `${part.left} ${part.why_left}`,
    part.waiting > 0 && `${part.waiting} still to be drawn`,
  ].filter(Boolean);
  return (
    <li className="border-line grid grid-cols-[1fr_auto_auto] items-baseline gap-x-4 border-t px-3 py-0.5 first:border-t-0 min-[820px]:grid-cols-[300px_90px_1fr]">
      <span className={part.sound ? "" : "text-signal font-semibold"}>{KINDS[part.kind] ?? part.kind}</span>
      <span className="num text-right">{part.checked}</span>
      <span className={part.sound ? "text-soft text-[13px]" : "text-signal break-words max-[820px]:col-span-3"}>
        {part.checked === 0 ? "none" : part.sound ? "sound" : `${part.breaks} broken; the first: ${part.first ?? ""}`}
        {aside.length > 0 && ` (${aside.join("; ")})`}
      </span>
    </li>
  );
}
