import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { type Schemas } from "@/api/client";
import { readTable } from "@/api/uploads";
import { plural } from "@/format/words";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Scroll } from "@/ui/Scroll";
import { TextArea } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";
import { useImportSpecimens } from "./useSpecimens";

type Props = { open: boolean; onClose: () => void };
type Table = Schemas["SpecimenTable"];

export function ImportSpecimens({ open, onClose }: Props) {
  return (
    <Sheet
      open={open}
      onOpenChange={(next) => !next && onClose()}
      title="Specimens from a table"
      description="Paste rows, or choose a CSV or XLSX file. The first row says what the columns are."
      wide
    >
      {open && <Form onClose={onClose} />}
    </Sheet>
  );
}

function Form({ onClose }: { onClose: () => void }) {
  const { page } = useLot();
  const [text, setText] = useState("");
  const read = useMutation({ mutationFn: (file: File) => readTable<Table>(file) });
  const take = useImportSpecimens(page.lot.id, onClose);
  const table = read.data;
  const pasted = () => read.mutate(new File([text], "pasted.csv", { type: "text/csv" }));
  return (
    <div className="grid gap-3.5">
      <TextArea
        label="Pasted rows"
        rows={6}
        placeholder={"label\tposition\tside\nHB-01\tnorth\ttop"}
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <div className="flex flex-wrap items-center gap-3">
        <Button disabled={text.trim() === "" || read.isPending} onClick={pasted}>
          Read what is pasted
        </Button>
        <label className="text-[13px] font-semibold">
          or a file:{" "}
          <input
            type="file"
            accept=".csv,.tsv,.txt,.xlsx"
            className="max-w-full font-normal"
            onChange={(event) => {
              const file = event.target.files?.[0];
              if (file) read.mutate(file);
            }}
          />
        </label>
      </div>
      {read.error && <ErrorNote message={read.error.message} />}
      {table && <Preview table={table} />}
      {take.error && <ErrorNote message={take.error.message} />}
      <div className="flex justify-end gap-2.5">
        <Button onClick={onClose}>Cancel</Button>
        <Button primary disabled={!table || take.isPending} onClick={() => table && take.mutate(table.rows)}>
          {table ? `Take in ${plural(table.rows.length, "specimen")}` : "Take them in"}
        </Button>
      </div>
    </div>
  );
}

const MOST_SHOWN = 8;

function Preview({ table }: { table: Table }) {
  const columns = Object.keys(table.columns) as (keyof Table["rows"][number])[];
  return (
    <div>
      <p>
        {plural(table.rows.length, "row")} read.
        {table.passed_over.length > 0 && (
          <span className="text-soft"> Passed over: {table.passed_over.join(", ")}.</span>
        )}
      </p>
      <Scroll label="What was read">
        <table className="mt-1 w-full text-[13px]">
          <thead>
            <tr className="cap text-left">
              {columns.map((name) => (
                <th key={name} className="py-1 pr-4">
                  {table.columns[name]}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {table.rows.slice(0, MOST_SHOWN).map((row, i) => (
              <tr key={i} className="border-line border-t">
                {columns.map((name) => (
                  <td key={name} className="py-1 pr-4">
                    {String(row[name] ?? "–")}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </Scroll>
    </div>
  );
}
