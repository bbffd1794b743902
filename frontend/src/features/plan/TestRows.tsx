import { useState } from "react";
import { answer, api, type Schemas } from "@/api/client";
import { useMay } from "@/api/session";
import { when } from "@/format/words";
import { Button } from "@/ui/Button";
import { Field } from "@/ui/Field";
import { ErrorNote } from "@/ui/states";
import { NewTestResult } from "./NewTestResult";
import { useAcceptanceChange } from "./useAcceptance";

type Row = Schemas["AcceptanceRow"];
type Result = Row["results"][number];
const GLYPH = { done: "■", failed: "▲", missing: "□" };
const TONE = { done: "text-measured", failed: "text-signal", missing: "text-signal" };

/** One row a required test, with what was found and what it was held against. */
export function TestRows({ rows }: { rows: Row[] }) {
  const may = useMay("recordTest");
  const [noting, setNoting] = useState<string | null>(null);
  return (
    <ul className="mt-2">
      {rows.map((row) => (
        <li key={row.key} className="border-line border-t py-2">
          <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
            <b className={`w-5 ${TONE[row.state]}`} aria-hidden="true">
              {GLYPH[row.state]}
            </b>
            <b className="w-44 font-semibold">{row.name}</b>
            <span className="num">
              {row.done} of {row.count + row.repeat}
            </span>
            <span className={TONE[row.state]}>{told(row)}</span>
            <span className="text-soft min-w-40 flex-1">
              {[row.quantity, row.limit_text].filter(Boolean).join(" ")}
              {row.limit !== null && !/^[\d.,\s\w%]*$/.test(row.limit) && <span className="num"> = {row.limit}</span>}
              {row.where.length > 0 && `, if it broke in ${row.where.join(" or ")}`}
              {row.note && <span className="block text-[12.5px]">{row.note}</span>}
            </span>
            {may && noting !== row.key && <Button onClick={() => setNoting(row.key)}>Note a result</Button>}
          </div>
          {row.results.length > 0 && (
            <ul className="mt-1 pl-9 text-[13px]">
              {row.results.map((result) => (
                <ResultRow key={result.id} result={result} may={may} />
              ))}
            </ul>
          )}
          {noting === row.key && <NewTestResult row={row} onClose={() => setNoting(null)} />}
        </li>
      ))}
    </ul>
  );
}

function told(row: Row): string {
  const parts = [
    row.missing > 0 && `${row.missing} missing`,
    row.failed > 0 && `${row.failed} failed`,
    row.repeat > 0 && `${row.repeat} to repeat`,
  ].filter(Boolean);
  return parts.length ? parts.join(", ") : "done";
}

function ResultRow({ result, may }: { result: Result; may: boolean }) {
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState("");
  const withdraw = useAcceptanceChange((id: number) =>
    answer(api.POST("/api/test-results/{id}/withdraw", { params: { path: { id } }, body: { reason } })),
  );
  const found = result.text ? `${result.text} ${result.unit}` : result.accepted ? "passed by eye" : "rejected by eye";
  return (
    <li className="flex flex-wrap items-baseline gap-x-4 py-0.5">
      <span className={result.passed === false ? "text-signal font-semibold" : ""}>
        {result.passed === null ? "–" : result.passed ? "passes" : "fails"}
      </span>
      <span className="num">{found}</span>
      {result.specimen && <span>specimen {result.specimen}</span>}
      {result.broke_at && <span>broke at {result.broke_at}</span>}
      {result.reason && <span className="text-soft">{result.reason}</span>}
      <span className="text-soft">
        {result.person}, {when(result.created_at)}
        {result.note && `: ${result.note}`}
      </span>
      {may && !open && (
        <button type="button" className="font-semibold underline" onClick={() => setOpen(true)}>
          Withdraw
        </button>
      )}
      {open && (
        <span className="flex w-full flex-wrap items-end gap-2.5 py-1">
          <Field className="w-64" label="Why" value={reason} onChange={(event) => setReason(event.target.value)} />
          <Button disabled={withdraw.isPending} onClick={() => withdraw.mutate(result.id)}>
            Withdraw it
          </Button>
          <Button onClick={() => setOpen(false)}>Cancel</Button>
          {withdraw.error && <ErrorNote message={withdraw.error.message} />}
        </span>
      )}
    </li>
  );
}
