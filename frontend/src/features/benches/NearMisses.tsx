import { useState } from "react";
import { answer, api } from "@/api/client";
import { useMay } from "@/api/session";
import { isNumber, stated } from "@/format/figure";
import { when } from "@/format/words";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { ErrorNote } from "@/ui/states";
import { useRegisterChange, type Register } from "./useRegister";

/** What flew and how far: the next stand-off follows from it. */
export function NearMisses({ register }: { register: Register }) {
  const may = useMay("noteNearMiss");
  return (
    <section aria-label="Near misses" className="pt-6">
      <h2 className="text-[15px]">Near misses</h2>
      <p className="text-soft text-[13px]">What flew, and how far. Plans keep people half as far away again.</p>
      <ul className="sheet mt-1.5">
        {register.near_misses.length === 0 && <li className="text-soft p-3">None noted.</li>}
        {register.near_misses.map((row) => (
          <li key={row.id} className="border-line flex flex-wrap gap-x-4 border-t px-3 py-2 first:border-t-0">
            <b className="font-semibold">{row.what}</b>
            <span className="num">{stated(row.distance, row.distance.value_si < 1 ? "mm" : "m")}</span>
            <span className="text-soft">
              {row.person}, {when(row.created_at)}
            </span>
          </li>
        ))}
      </ul>
      {may && <Note benches={register.benches} />}
    </section>
  );
}

function Note({ benches }: { benches: Register["benches"] }) {
  const [what, setWhat] = useState("");
  const [metres, setMetres] = useState("");
  const [bench, setBench] = useState("");
  const note = useRegisterChange(
    () =>
      answer(
        api.POST("/api/near-misses", {
          body: {
            what: what.trim(),
            distance: { text: metres.trim(), unit: "m" },
            bench_id: bench ? Number(bench) : null,
          },
        }),
      ),
    () => {
      setWhat("");
      setMetres("");
    },
  );
  return (
    <form
      className="mt-2.5 grid gap-2.5"
      onSubmit={(event) => {
        event.preventDefault();
        note.mutate(undefined);
      }}
    >
      <div className="grid items-end gap-3 sm:grid-cols-[1fr_130px_200px_auto]">
        <Field label="What flew" value={what} maxLength={200} onChange={(event) => setWhat(event.target.value)} />
        <Field
          label="How far"
          unit="m"
          inputMode="decimal"
          value={metres}
          onChange={(event) => setMetres(event.target.value)}
        />
        <Choice
          label="On bench"
          value={bench}
          options={[{ value: "", label: "any" }, ...benches.map((row) => ({ value: String(row.id), label: row.name }))]}
          onChange={setBench}
        />
        <Button type="submit" disabled={what.trim() === "" || !isNumber(metres) || note.isPending}>
          Note it
        </Button>
      </div>
      {note.error && <ErrorNote message={note.error.message} />}
    </form>
  );
}
