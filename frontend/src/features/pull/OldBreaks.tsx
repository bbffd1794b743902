import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { toast } from "sonner";
import { type Schemas } from "@/api/client";
import { keepOldBreaks, lookOldBreaks } from "@/api/uploads";
import { lotChanged } from "@/api/queries";
import { useMay } from "@/api/session";
import { plural } from "@/format/words";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { FilePick } from "@/ui/FilePick";
import { Choice } from "@/ui/Choice";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";

const ROLES = [
  { value: "", label: "leave it" },
  { value: "value", label: "the value" },
  { value: "specimen", label: "the piece" },
  { value: "counts_as", label: "what it counts as", note: "break, at least, void" },
  { value: "failed_part", label: "what failed" },
  { value: "note", label: "a remark" },
];

/** A spreadsheet of old breaks: its columns are matched by sight, its unit is asked, all rows or none. */
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
  const { page, measurand } = useLot();
  const queries = useQueryClient();
  const [file, setFile] = useState<File | null>(null);
  const [roles, setRoles] = useState<string[]>([]);
  const [unit, setUnit] = useState("");
  const units = measurand?.units ?? [];
  const look = useMutation({
    mutationFn: lookOldBreaks,
    onSuccess: (seen) => {
      setRoles(seen.head.map((_, i) => Object.entries(seen.guess).find(([, column]) => column === i)?.[0] ?? ""));
      setUnit(units.some((u) => u.symbol === seen.unit) ? (seen.unit ?? "") : "");
    },
  });
  const keep = useMutation({
    mutationFn: (form: File) => keepOldBreaks(page.lot.id, form, columnsOf(roles), unit),
    onSuccess: ({ count }) => {
      void lotChanged(queries, page.lot.id);
      toast.success(`${plural(count, "pull")} typed in`);
      onClose();
    },
  });
  const fault = look.error ?? keep.error;
  const ready = file !== null && roles.includes("value") && unit !== "" && !keep.isPending;
  return (
    <Sheet
      open
      onOpenChange={(next) => !next && onClose()}
      title="Old breaks from a spreadsheet"
      description="CSV or XLSX with a head. They become typed pulls in your name, judged as the table says."
      wide
    >
      <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
        <FilePick
          label="A table of old breaks"
          accept=".csv,.tsv,.txt,.xlsx"
          onPick={(next) => {
            setFile(next);
            look.mutate(next);
          }}
        />
        {look.data && <Seen seen={look.data} roles={roles} setRoles={setRoles} />}
        {look.data && (
          <Choice
            label="Its values are in"
            className="w-[200px]"
            value={unit}
            options={[{ value: "", label: "which unit?" }, ...units.map((u) => ({ value: u.symbol, label: u.symbol }))]}
            onChange={setUnit}
          />
        )}
        {fault && <ErrorNote message={fault.message} />}
        <div className="flex justify-end gap-2.5">
          <Button onClick={onClose}>Cancel</Button>
          <Button primary disabled={!ready} onClick={() => file && keep.mutate(file)}>
            Type {look.data ? plural(look.data.count, "pull") : "them"} in
          </Button>
        </div>
      </div>
    </Sheet>
  );
}

const columnsOf = (roles: string[]) =>
  Object.fromEntries(roles.flatMap((role, i) => (role === "" ? [] : [[role, i] as const])));

type SeenProps = { seen: Schemas["OldBreaks"]; roles: string[]; setRoles: (roles: string[]) => void };

function Seen({ seen, roles, setRoles }: SeenProps) {
  return (
    // It scrolls by itself, so it takes the focus by itself.
    // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
    <div tabIndex={0} role="group" aria-label="The first rows" className="border-line overflow-auto border">
      <table className="w-full text-[13px]">
        <thead>
          <tr>
            {seen.head.map((name, i) => (
              <th key={i} className="border-line min-w-[140px] border-b p-2 text-left align-top font-normal">
                <span className="block pb-1 font-semibold">{name || "–"}</span>
                <Choice
                  bare
                  label={`Column ${name || i + 1} is`}
                  value={roles[i] ?? ""}
                  options={ROLES}
                  onChange={(role) =>
                    setRoles(roles.map((was, at) => (at === i ? role : was === role && role !== "" ? "" : was)))
                  }
                />
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {seen.rows.map((row, i) => (
            <tr key={i}>
              {row.map((cell, at) => (
                <td key={at} className="border-line num border-t px-2 py-1">
                  {cell}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
