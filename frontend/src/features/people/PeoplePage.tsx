import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { peopleQuery } from "@/api/queries";
import type { Schemas } from "@/api/client";
import { useMay } from "@/api/session";
import { Button } from "@/ui/Button";
import { ErrorNote, Waiting } from "@/ui/states";
import { PersonSheet } from "./PersonSheet";
import { SecondFactor } from "./SecondFactor";
import { Scripts } from "./Scripts";

type Row = Schemas["PersonRow"];

/** Who works here and what each may do; and one's own keys for scripts. */
export function PeoplePage() {
  const { data, error, refetch } = useQuery(peopleQuery);
  const may = useMay("addPerson");
  const [edited, setEdited] = useState<Row | "new" | null>(null);
  if (error) return <ErrorNote message={error.message} onRetry={() => void refetch()} />;
  if (!data) return <Waiting what="who works here" />;
  return (
    <>
      <div className="flex flex-wrap items-center gap-3 pb-3">
        <h1>People</h1>
        {may && (
          <Button primary className="ml-auto" onClick={() => setEdited("new")}>
            Take somebody in
          </Button>
        )}
      </div>
      <ul className="sheet">
        {data.map((person) => (
          <Person key={person.id} person={person} onChange={may ? () => setEdited(person) : undefined} />
        ))}
      </ul>
      <Duties />
      <SecondFactor people={data} />
      <Scripts />
      <PersonSheet person={edited} onClose={() => setEdited(null)} />
    </>
  );
}

function Person({ person, onChange }: { person: Row; onChange?: () => void }) {
  return (
    <li className="border-line flex flex-wrap items-baseline gap-x-4 border-t px-3 py-2.5 first:border-t-0">
      <b className={`w-[200px] max-w-full font-semibold ${person.active ? "" : "text-soft"}`}>{person.name}</b>
      <span className="flex-1">{person.roles.join(", ")}</span>
      <span className="text-soft text-[13px]">
        {!person.active ? "works here no longer" : person.login ? `signs in as ${person.login}` : "cannot sign in"}
        {person.active && person.second_factor && ", with a second factor"}
      </span>
      {onChange && (
        <button
          type="button"
          className="text-[13px] font-semibold underline"
          aria-label={`Change ${person.name}`}
          onClick={onChange}
        >
          Change
        </button>
      )}
    </li>
  );
}

const DUTIES = [
  ["technician", "plans, pulls, judges and signs"],
  ["reviewer", "countersigns what somebody else signed"],
  ["administrator", "takes people in, keeps the library"],
  ["viewer", "reads everything, changes nothing"],
] as const;

function Duties() {
  return (
    <dl className="text-soft flex flex-wrap gap-x-6 gap-y-1 pt-2.5 text-[13px]">
      {DUTIES.map(([role, duty]) => (
        <div key={role} className="flex gap-1.5">
          <dt className="font-semibold">{role}</dt>
          <dd>{duty}</dd>
        </div>
      ))}
    </dl>
  );
}
