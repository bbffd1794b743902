import { useState } from "react";
import { answer, api, type Schemas } from "@/api/client";
import { useMay } from "@/api/session";
import { when } from "@/format/words";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { ErrorNote } from "@/ui/states";
import { useAcceptanceChange } from "./useAcceptance";

/** What looking at the pieces said before they were destroyed, and how often it was right. */
export function EarlierVerdicts({ acceptance }: { acceptance: Schemas["Acceptance"] }) {
  const { page } = useLot();
  const may = useMay("noteVerdict");
  const { detection, verdicts } = acceptance;
  return (
    <section className="sheet min-w-0 px-4 py-3" aria-label="Earlier verdicts">
      <h2>What was seen before</h2>
      <p className="mt-1">{detection.sentence}</p>
      {verdicts.length > 0 && (
        <table className="mt-2 text-[13px]">
          <thead>
            <tr className="cap text-left">
              <th />
              <th className="pr-6 pb-1">weak when destroyed</th>
              <th className="pb-1">sound</th>
            </tr>
          </thead>
          <tbody className="num">
            <tr className="border-line border-t">
              <th className="font-text py-1 pr-6 text-left font-semibold">rejected before</th>
              <td>{detection.hits}</td>
              <td>{detection.false_calls}</td>
            </tr>
            <tr className="border-line border-t">
              <th className="font-text py-1 pr-6 text-left font-semibold">accepted before</th>
              <td>{detection.misses}</td>
              <td>{detection.cleared}</td>
            </tr>
          </tbody>
        </table>
      )}
      <ul className="mt-2 text-[13px]">
        {verdicts.map((row) => (
          <li key={row.id} className="border-line flex flex-wrap gap-x-4 border-t py-1">
            <b className="font-semibold">Specimen {row.specimen}</b>
            <span>{row.how}</span>
            <span>{row.accepted ? "accepted" : "rejected"}</span>
            <span className="text-soft">
              {row.person}, {when(row.created_at)}
              {row.note && `: ${row.note}`}
            </span>
          </li>
        ))}
      </ul>
      {may && page.specimens.length > 0 && <Note />}
    </section>
  );
}

function Note() {
  const { page } = useLot();
  const [specimen, setSpecimen] = useState(String(page.specimens[0]?.id ?? ""));
  const [how, setHow] = useState("visual");
  const [note, setNote] = useState("");
  const keep = useAcceptanceChange(
    (accepted: boolean) =>
      answer(
        api.POST("/api/specimens/{id}/verdicts", {
          params: { path: { id: Number(specimen) } },
          body: { how: how.trim() || "visual", accepted, note },
        }),
      ),
    () => setNote(""),
  );
  return (
    <div className="mt-2.5 grid gap-2.5">
      <div className="grid grid-cols-2 items-end gap-3 sm:grid-cols-[130px_150px_1fr_auto_auto]">
        <Choice
          label="Specimen"
          value={specimen}
          options={page.specimens.map((s) => ({ value: String(s.id), label: s.label || String(s.number) }))}
          onChange={setSpecimen}
        />
        <Field label="Looked at by" value={how} maxLength={60} onChange={(event) => setHow(event.target.value)} />
        <Field label="Note" value={note} onChange={(event) => setNote(event.target.value)} />
        <Button disabled={keep.isPending} onClick={() => keep.mutate(true)}>
          Accepted
        </Button>
        <Button disabled={keep.isPending} onClick={() => keep.mutate(false)}>
          Rejected
        </Button>
      </div>
      {keep.error && <ErrorNote message={keep.error.message} />}
    </div>
  );
}
