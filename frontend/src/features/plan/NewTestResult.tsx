import { useRef, useState } from "react";
import { answer, api, once, onceKey, type Schemas } from "@/api/client";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { ErrorNote } from "@/ui/states";
import { useAcceptanceChange } from "./useAcceptance";

type Props = { row: Schemas["AcceptanceRow"]; onClose: () => void };

/** What one required test gave: a figure, or passed or rejected by eye; on which piece, and where it broke. */
export function NewTestResult({ row, onClose }: Props) {
  const { page } = useLot();
  const key = useRef(onceKey());
  const [text, setText] = useState("");
  const [specimen, setSpecimen] = useState("");
  const [brokeAt, setBrokeAt] = useState(row.where[0] ?? "");
  const [note, setNote] = useState("");
  const record = useAcceptanceChange(
    (accepted: boolean | null) =>
      answer(
        api.POST("/api/lots/{id}/test-results", {
          params: { path: { id: page.lot.id } },
          headers: once(key.current),
          body: {
            test_key: row.key,
            typed: text.trim() ? { text: text.trim(), unit: row.unit } : null,
            accepted,
            specimen_id: specimen ? Number(specimen) : null,
            broke_at: brokeAt || null,
            note,
          },
        }),
      ),
    onClose,
  );
  return (
    <div className="mt-2 grid gap-2.5 pl-9">
      <div className="grid grid-cols-2 items-end gap-3 sm:grid-cols-4">
        {row.unit && (
          <Field
            label={row.quantity || "Found"}
            unit={row.unit}
            inputMode="decimal"
            value={text}
            note={row.kind === "inspected" ? "empty: nothing found" : undefined}
            onChange={(event) => setText(event.target.value)}
          />
        )}
        <Choice
          label="Specimen"
          value={specimen}
          options={[
            { value: "", label: "not said" },
            ...page.specimens.map((s) => ({ value: String(s.id), label: s.label || String(s.number) })),
          ]}
          onChange={setSpecimen}
        />
        <Field label="It broke at" value={brokeAt} onChange={(event) => setBrokeAt(event.target.value)} />
        <Field label="Note" value={note} onChange={(event) => setNote(event.target.value)} />
      </div>
      {record.error && <ErrorNote message={record.error.message} />}
      <div className="flex flex-wrap justify-end gap-2.5">
        <Button onClick={onClose}>Cancel</Button>
        {row.kind === "inspected" && (
          <>
            <Button disabled={record.isPending} onClick={() => record.mutate(false)}>
              Rejected by eye
            </Button>
            <Button disabled={record.isPending} onClick={() => record.mutate(text.trim() ? null : true)} primary>
              {text.trim() ? "Keep the figure" : "Passed by eye"}
            </Button>
          </>
        )}
        {row.kind === "measured" && (
          <Button primary disabled={record.isPending} onClick={() => record.mutate(null)}>
            Keep it
          </Button>
        )}
      </div>
    </div>
  );
}
