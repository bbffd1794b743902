import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { type Schemas } from "@/api/client";
import { fillForm, lookForm } from "@/api/uploads";
import { Button } from "@/ui/Button";
import { FilePick } from "@/ui/FilePick";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";

type Cell = Schemas["FormCell"];
const STATES: Record<Cell["state"], string> = {
  filled: "",
  empty: "nothing to put there",
  unknown: "not a name that is known here: left as it is",
  formula: "a formula of the form: left as it is",
};

/** A customer's own workbook, filled from the statement: what it asks for is shown first. */
export function FillForm({ statement: s }: { statement: Schemas["SignedStatement"] }) {
  const [open, setOpen] = useState(false);
  const [file, setFile] = useState<File | null>(null);
  const look = useMutation({ mutationFn: (form: File) => lookForm(s.id, form) });
  const fill = useMutation({ mutationFn: (form: File) => fillForm(s.id, form) });
  const fault = look.error ?? fill.error;
  return (
    <>
      <button type="button" className="text-[13px] underline" onClick={() => setOpen(true)}>
        A form of theirs
      </button>
      <Sheet
        open={open}
        onOpenChange={setOpen}
        title={`Fill a form from statement ${s.number}`}
        description="A workbook (XLSX) whose cells have names such as minimum, working_load_limit, customer, signed_by, pull_1_value. Its formulas stay and compute."
      >
        <div className="grid gap-3">
          <FilePick
            label="The form"
            accept=".xlsx"
            onPick={(form) => {
              setFile(form);
              look.mutate(form);
            }}
          />
          {look.data && (
            <ul className="border-line max-h-[40vh] overflow-auto border text-[13px]">
              {look.data.map((cell) => (
                <li key={cell.name} className="border-line flex gap-3 border-t px-3 py-1 first:border-t-0">
                  <span className="num text-soft w-12">{cell.place}</span>
                  <b className="w-[42%] font-semibold break-words">{cell.name}</b>
                  <span className={cell.state === "filled" ? "num" : "text-derived"}>
                    {cell.text || STATES[cell.state]}
                  </span>
                </li>
              ))}
            </ul>
          )}
          {fault && <ErrorNote message={fault.message} />}
          <div className="flex justify-end gap-2.5">
            <Button onClick={() => setOpen(false)}>Close</Button>
            <Button primary disabled={!look.data || !file || fill.isPending} onClick={() => file && fill.mutate(file)}>
              Fill and open
            </Button>
          </div>
        </div>
      </Sheet>
    </>
  );
}
