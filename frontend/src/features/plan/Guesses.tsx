import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, type Schemas } from "@/api/client";
import { guessesQuery, keys } from "@/api/queries";
import { useMay } from "@/api/session";
import { plural } from "@/format/words";
import { useFigures, useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { ErrorNote } from "@/ui/states";
import { QuantityField } from "./inputs";
import type { Typed } from "./planContext";

/** Sealed guesses before each pull: nobody sees another's until the piece is judged. */
export function Guesses({ rows }: { rows: Schemas["SpecimenRow"][] }) {
  const { page } = useLot();
  const { data } = useQuery(guessesQuery(page.lot.id));
  const text = useFigures();
  const may = useMay("sealGuess");
  const open = rows.filter((row) => row.pulls === 0 && row.state !== "gone");
  if (!data || (data.guesses.length === 0 && data.sealed === 0 && (open.length === 0 || !may))) return null;
  return (
    <section className="sheet px-4 py-3" aria-label="Sealed guesses">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h2>Sealed guesses</h2>
        <span className="text-soft text-[13px]">
          {data.sealed > 0
            ? `${plural(data.sealed, "guess", "guesses")} of others stay sealed until the pull is judged`
            : ""}
        </span>
      </div>
      {data.scores.map((score) => (
        <p key={score.person} className="mt-1">
          <b className="font-semibold">{score.person}</b>: off by {score.off} over{" "}
          {plural(score.guesses, "guess", "guesses")}, {score.tends}.
        </p>
      ))}
      <ul>
        {data.guesses.map((guess) => (
          <li key={`${guess.specimen}-${guess.person}`} className="border-line flex gap-4 border-t py-1 text-[13px]">
            <b className="font-semibold">{guess.specimen}</b>
            <span>{guess.person}</span>
            <span className="num">{text(guess.figure)}</span>
            <span className="text-soft">{guess.found ? `broke at ${text(guess.found)}` : "not judged yet"}</span>
          </li>
        ))}
      </ul>
      {may && open.length > 0 && <Seal open={open} />}
    </section>
  );
}

function Seal({ open }: { open: Schemas["SpecimenRow"][] }) {
  const { page, unit } = useLot();
  const queries = useQueryClient();
  const [specimen, setSpecimen] = useState(String(open[0]?.id ?? ""));
  const [guess, setGuess] = useState<Typed | null>(null);
  const seal = useMutation({
    mutationFn: (typed: Typed) =>
      answer(api.POST("/api/specimens/{id}/guess", { params: { path: { id: Number(specimen) } }, body: typed })),
    onSuccess: (next) => {
      queries.setQueryData(keys.guesses(page.lot.id), next);
      setGuess(null);
    },
  });
  return (
    <div className="mt-2 grid gap-2">
      <div className="flex flex-wrap items-end gap-3">
        <Choice
          className="w-40"
          label="Specimen"
          value={specimen}
          options={open.map((row) => ({ value: String(row.id), label: row.label || String(row.number) }))}
          onChange={setSpecimen}
        />
        <QuantityField
          className="w-56"
          label="It will break at"
          quantity="measured"
          unit={unit.symbol}
          value={guess}
          onChange={setGuess}
        />
        <Button className="mb-1" disabled={!guess || seal.isPending} onClick={() => guess && seal.mutate(guess)}>
          Seal it
        </Button>
      </div>
      {seal.error && <ErrorNote message={seal.error.message} />}
    </div>
  );
}
