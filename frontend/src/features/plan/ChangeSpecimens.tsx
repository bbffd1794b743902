import { useState } from "react";
import { Fault, type Schemas } from "@/api/client";
import { plural } from "@/format/words";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { wordOptions } from "@/ui/Pick";
import { ErrorNote } from "@/ui/states";
import { useChangeSpecimens, useRemoveSpecimens } from "./useSpecimens";

type State = NonNullable<Schemas["SpecimenChange"]["state"]>;
type Props = { rows: Schemas["SpecimenRow"][]; chosen: number[]; onDone: () => void };
const STATES: State[] = ["planned", "here", "prepared", "held back", "gone"];
const TEXTS = ["parent", "position", "side", "direction", "note"] as const;

/** Changes the chosen specimens alike: their state, where they come from, whether they are trials. */
export function ChangeSpecimens({ rows, chosen, onDone }: Props) {
  const { page } = useLot();
  const first = rows.find((row) => row.id === chosen[0]);
  const [texts, setTexts] = useState<Partial<Record<(typeof TEXTS)[number], string>>>({});
  const [reason, setReason] = useState("");
  const change = useChangeSpecimens(page.lot.id, onDone);
  const remove = useRemoveSpecimens(page.lot.id, onDone);
  const error = change.error ?? remove.error;
  const needsReason = error instanceof Fault && "reason" in error.fields;
  const send = (values: Partial<Schemas["SpecimenChange"]>) => change.mutate({ ids: chosen, reason, ...values });
  const trial = rows.filter((row) => chosen.includes(row.id)).every((row) => row.trial);
  return (
    <div className="border-ink mt-3 grid gap-3 border-t-2 pt-3">
      <div className="flex flex-wrap items-end gap-3">
        <b className="self-center font-semibold">{plural(chosen.length, "specimen")}</b>
        <Choice
          className="w-40"
          label="State"
          value={first?.state ?? "here"}
          options={wordOptions(STATES)}
          onChange={(state) => send({ state: state as State })}
        />
        <Button onClick={() => send({ trial: !trial })}>{trial ? "No trials any more" : "Mark as trials"}</Button>
        <Button onClick={() => remove.mutate(chosen)}>Strike from the list</Button>
      </div>
      <div className="grid grid-cols-2 items-end gap-3 sm:grid-cols-[repeat(5,1fr)_auto]">
        {TEXTS.map((name) => (
          <Field
            key={name}
            label={name === "parent" ? "Parent piece" : name.charAt(0).toUpperCase() + name.slice(1)}
            defaultValue={chosen.length === 1 ? (first?.[name] ?? "") : ""}
            onChange={(event) => setTexts({ ...texts, [name]: event.target.value })}
          />
        ))}
        <Button disabled={Object.keys(texts).length === 0} onClick={() => send(texts)}>
          Keep
        </Button>
      </div>
      {(needsReason || reason !== "") && (
        <Field label="Reason" value={reason} onChange={(event) => setReason(event.target.value)} />
      )}
      {error && <ErrorNote message={error.message} />}
    </div>
  );
}
