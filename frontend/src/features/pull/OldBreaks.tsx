import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { toast } from "sonner";
import type { Schemas } from "@/api/client";
import { keepOldBreaks, lookOldBreaks } from "@/api/uploads";
import { lotChanged } from "@/api/queries";
import { useMay } from "@/api/session";
import { plural } from "@/format/words";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Check } from "@/ui/Check";
import { FilePick } from "@/ui/FilePick";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";
import { OldColumns } from "./OldColumns";
import { OldQuestions } from "./OldQuestions";
import { withColumn, type Answers } from "./oldAnswers";

/** A spreadsheet of old breaks: what it does not say is asked, what cannot be read is left out and told. */
export function OldBreaks() {
  const may = useMay("keepOldBreaks");
  const [open, setOpen] = useState(false);
  if (!may) return null;
  return (
    <>
      <button type="button" className="justify-self-start text-[13px] underline" onClick={() => setOpen(true)}>
        Old breaks from a spreadsheet
      </button>
      {open && <OldBreaksSheet onClose={() => setOpen(false)} />}
    </>
  );
}

function OldBreaksSheet({ onClose }: { onClose: () => void }) {
  const { page } = useLot();
  const queries = useQueryClient();
  const [file, setFile] = useState<File | null>(null);
  const [answers, setAnswers] = useState<Answers>({});
  const [seen, setSeen] = useState<Schemas["OldBreaks"] | null>(null);
  const look = useMutation({
    mutationFn: (given: { file: File; answers: Answers }) => lookOldBreaks(page.lot.id, given.file, given.answers),
    onSuccess: setSeen,
  });
  const keep = useMutation({
    mutationFn: (form: File) => keepOldBreaks(page.lot.id, form, answers),
    onSuccess: (kept) => {
      void lotChanged(queries, page.lot.id);
      const left = kept.count - kept.judged;
      toast.success(`${plural(kept.count, "pull")} typed in${left ? `, ${left} of them to be judged` : ""}`);
      onClose();
    },
  });
  const say = (next: Answers, of = file) => {
    setAnswers(next);
    if (of) look.mutate({ file: of, answers: next });
  };
  const fault = look.error ?? keep.error;
  const meant = seen?.before == null || answers.again === true;
  const ready = seen !== null && seen.questions.length === 0 && meant && !look.isPending && !keep.isPending;
  return (
    <Sheet
      open
      onOpenChange={(next) => !next && onClose()}
      title="Old breaks from a spreadsheet"
      description="CSV or XLSX. Its rows become typed pulls in your name, judged as the table says."
      wide
    >
      <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
        <FilePick
          label="A table of old breaks"
          accept=".csv,.tsv,.txt,.xlsx"
          onPick={(next) => {
            setFile(next);
            say({}, next);
          }}
        />
        {seen?.before && (
          <div className="text-signal grid gap-1 font-semibold">
            <p>{seen.before}.</p>
            <Check
              checked={answers.again === true}
              onChange={(event) => say({ ...answers, again: event.target.checked })}
            >
              It is meant again
            </Check>
          </div>
        )}
        {seen && <OldQuestions questions={seen.questions} answers={answers} onAnswer={say} />}
        {seen && <OldColumns seen={seen} onRole={(column, role) => say(withColumn(answers, column, role))} />}
        {seen && <LeftOut rows={seen.left_out} />}
        {fault && <ErrorNote message={fault.message} />}
        <div className="flex justify-end gap-2.5">
          <Button onClick={onClose}>Cancel</Button>
          <Button primary disabled={!ready} onClick={() => file && keep.mutate(file)}>
            {keep.isPending ? "Typing them in …" : ready ? `Type ${plural(seen.taken, "pull")} in` : "Type them in"}
          </Button>
        </div>
      </div>
    </Sheet>
  );
}

/** Rows that cannot be read: each refuses itself, and no other. */
function LeftOut({ rows }: { rows: Schemas["OldRow"][] }) {
  if (rows.length === 0) return null;
  return (
    <details className="text-[13px]">
      <summary className="cursor-pointer font-semibold">{plural(rows.length, "row")} left out</summary>
      <ul className="grid gap-0.5 pt-1">
        {rows.map((row) => (
          <li key={row.line}>
            Row <span className="num">{row.line}</span>: {row.words}
          </li>
        ))}
      </ul>
    </details>
  );
}
