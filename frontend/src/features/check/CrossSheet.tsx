import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api } from "@/api/client";
import { registerQuery } from "@/api/queries";
import { isNumber, plainNumber } from "@/format/figure";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";
import { useInstrumentChange, type Instrument } from "./useInstrument";

type Pair = { first: string; second: string };
const EMPTY: Pair = { first: "", second: "" };

/** Two cells read the same pull; or a rig is held against a cell at its lead line. */
export function CrossSheet({ cell, unit, onClose }: { cell: Instrument; unit: string; onClose: () => void }) {
  const { data: register } = useQuery(registerQuery);
  const [second, setSecond] = useState("");
  const [advantage, setAdvantage] = useState("1");
  const [pairs, setPairs] = useState<Pair[]>([EMPTY, EMPTY, EMPTY]);
  const others = (register?.instruments ?? []).filter((row) => row.id !== cell.id);
  const name = others.find((row) => String(row.id) === second)?.name ?? "the other cell";
  const read = pairs.filter((pair) => isNumber(pair.first) && isNumber(pair.second));
  const keep = useInstrumentChange(
    () =>
      answer(
        api.POST("/api/instruments/{id}/cross-checks", {
          params: { path: { id: cell.id }, query: { unit } },
          body: {
            second_id: Number(second),
            advantage: plainNumber(advantage) ?? 1,
            readings: read.map((pair) => ({
              first: { text: pair.first.trim(), unit },
              second: { text: pair.second.trim(), unit },
            })),
          },
        }),
      ),
    onClose,
  );
  const type = (row: number, side: keyof Pair, value: string) =>
    setPairs(pairs.map((pair, i) => (i === row ? { ...pair, [side]: value } : pair)));
  return (
    <Sheet
      open
      onOpenChange={(next) => !next && onClose()}
      title={`${cell.name} and another cell in line`}
      description="Both in one pull, read at the same moment, at a few loads. Set an advantage where a rig stands between them."
    >
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          keep.mutate(undefined);
        }}
      >
        <div className="grid items-start gap-3 sm:grid-cols-[1fr_170px]">
          <Choice
            label="The other cell"
            value={second}
            options={[
              { value: "", label: "choose" },
              ...others.map((row) => ({ value: String(row.id), label: row.name })),
            ]}
            onChange={setSecond}
          />
          <Field
            label="Advantage between"
            unit="to 1"
            inputMode="decimal"
            value={advantage}
            onChange={(event) => setAdvantage(event.target.value)}
          />
        </div>
        {pairs.map((pair, i) => (
          <div key={i} className="grid grid-cols-2 gap-3">
            <Field
              label={`${cell.name}, load ${i + 1}`}
              unit={unit}
              inputMode="decimal"
              value={pair.first}
              onChange={(event) => type(i, "first", event.target.value)}
            />
            <Field
              label={`${name}, load ${i + 1}`}
              unit={unit}
              inputMode="decimal"
              value={pair.second}
              onChange={(event) => type(i, "second", event.target.value)}
            />
          </div>
        ))}
        <button
          type="button"
          className="justify-self-start font-semibold underline"
          onClick={() => setPairs([...pairs, EMPTY])}
        >
          One load more
        </button>
        {keep.error && <ErrorNote message={keep.error.message} />}
        <div className="flex justify-end gap-2.5">
          <Button onClick={onClose}>Cancel</Button>
          <Button primary type="submit" disabled={keep.isPending || second === "" || read.length === 0}>
            Keep it
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
