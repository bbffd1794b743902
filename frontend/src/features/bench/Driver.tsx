import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { peopleQuery, sessionQuery } from "@/api/queries";
import { useMay } from "@/api/session";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";
import { useGive, useTake, type Run } from "./useRun";

/** Who drives; how it passes to somebody else: given, or taken once nobody was seen for half a minute. */
export function Driver({ run }: { run: Run }) {
  const me = useQuery(sessionQuery).data?.person;
  const may = useMay("takeRun");
  const [giving, setGiving] = useState(false);
  const { page } = useLot();
  const take = useTake(page.lot.id, run);
  if (!me) return null;
  const mine = run.driver_id === me.id;
  const offered = run.offered_to_id === me.id;
  const open = offered || run.lapsed;
  return (
    <div className="flex flex-wrap items-center gap-3 text-[13px]">
      <span className={mine ? "text-soft" : "font-semibold"}>
        {mine ? "You run this pull" : `${run.driver} runs this pull; you watch, and may stop it`}
        {!mine && run.lapsed && ": not seen for half a minute"}
        {!mine && offered && ": offered to you"}
        {mine && run.offered_to_id !== null && ", and have offered it"}
      </span>
      {mine && may && (
        <button type="button" className="font-semibold underline" onClick={() => setGiving(true)}>
          Give it to somebody
        </button>
      )}
      {!mine && may && open && (
        <Button primary className="h-11" disabled={take.isPending} onClick={() => take.mutate()}>
          Take it over
        </Button>
      )}
      {take.error && <ErrorNote message={take.error.message} />}
      {giving && <Give run={run} me={me.id} onClose={() => setGiving(false)} />}
    </div>
  );
}

const WORKING = ["technician", "reviewer"];

function Give({ run, me, onClose }: { run: Run; me: number; onClose: () => void }) {
  const { page } = useLot();
  const people = (useQuery(peopleQuery).data ?? []).filter(
    (one) => one.id !== me && one.active && one.roles.some((role) => WORKING.includes(role)),
  );
  const give = useGive(page.lot.id, run);
  return (
    <Sheet
      open
      onOpenChange={(next) => !next && onClose()}
      title="Give the pull to somebody"
      description="They take it at their own screen; until then you drive on."
    >
      <div className="grid gap-2">
        {people.map((one) => (
          <Button
            key={one.id}
            className="h-12 justify-start"
            disabled={give.isPending}
            onClick={() => give.mutate(one.id, { onSuccess: onClose })}
          >
            {one.name}
          </Button>
        ))}
        {people.length === 0 && <p className="text-soft">Nobody else pulls here.</p>}
        {give.error && <ErrorNote message={give.error.message} />}
      </div>
    </Sheet>
  );
}
