import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { toast } from "sonner";
import { answer, api, once, onceKey } from "@/api/client";
import { lotChanged } from "@/api/queries";
import { isReading } from "@/format/figure";
import { plural } from "@/format/words";
import { useLot } from "@/lot/context";
import { useFigureLanguage } from "@/lot/useFigureLanguage";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { ErrorNote } from "@/ui/states";
import { asksComma, CommaAsked, type Comma } from "@/lot/CommaAsked";
import { OddReading } from "./OddReading";

const MOST = 12;
const stations = (count: number) => Array.from({ length: count }, () => ({ text: "", key: onceKey() }));

/** Several pieces that hang side by side and are read together: one reading each, in the planned order. */
export function StationsForm() {
  const { page, measurand } = useLot();
  const { lot } = page;
  const units = measurand?.units ?? [{ symbol: lot.display_unit, factor: 1 }];
  const [unit, setUnit] = useState(lot.display_unit);
  const [rows, setRows] = useState(() => stations(3));
  const queries = useQueryClient();
  const typed = rows.filter((row) => row.text.trim() !== "");
  const bad = typed.find((row) => !isReading(row.text.trim()));
  const { language } = useFigureLanguage();
  const keep = useMutation({
    mutationFn: async (comma?: Comma) => {
      // One after the other, so that each takes the next piece; sent again, none is kept twice.
      for (const row of typed) {
        await answer(
          api.POST("/api/lots/{id}/pulls", {
            params: { path: { id: lot.id } },
            headers: once(row.key),
            body: { text: row.text.trim(), unit, comma, ...(language ? { language } : {}) },
          }),
        );
      }
      return typed.length;
    },
    onSuccess: (count) => {
      setRows(stations(rows.length));
      toast.success(`${plural(count, "pull")} kept`);
    },
    onSettled: () => void lotChanged(queries, lot.id),
  });
  return (
    <form
      className="sheet grid gap-3 p-4"
      onSubmit={(event) => {
        event.preventDefault();
        if (typed.length > 0 && !bad) keep.mutate(undefined);
      }}
    >
      <h2>Stations, in the order of the pieces</h2>
      <Choice
        label="Displays in"
        value={unit}
        onChange={setUnit}
        options={units.map((one) => ({ value: one.symbol, label: one.symbol }))}
      />
      {rows.map((row, i) => (
        <div key={row.key}>
          <Field
            label={`Station ${i + 1}`}
            unit={unit}
            inputMode="decimal"
            error={
              row.text.trim() === "" || isReading(row.text.trim()) ? undefined : "digits as the display shows them"
            }
            value={row.text}
            onChange={(event) =>
              setRows(rows.map((one) => (one.key === row.key ? { ...one, text: event.target.value } : one)))
            }
          />
          <OddReading text={row.text} unit={unit} units={units} />
        </div>
      ))}
      <CommaAsked
        fault={keep.error}
        texts={typed.map((row) => row.text)}
        unit={unit}
        onSay={(comma) => keep.mutate(comma)}
      />
      {keep.error && !asksComma(keep.error) && <ErrorNote message={keep.error.message} />}
      <div className="flex flex-wrap gap-2.5">
        <Button disabled={rows.length >= MOST} onClick={() => setRows([...rows, ...stations(1)])}>
          Another station
        </Button>
        <Button type="submit" disabled={typed.length === 0 || bad !== undefined || keep.isPending}>
          {typed.length === 0 ? "Keep the readings" : `Keep ${plural(typed.length, "reading")}`}
        </Button>
      </div>
    </form>
  );
}
