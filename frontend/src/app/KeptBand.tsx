import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useState, useSyncExternalStore } from "react";
import { toast } from "sonner";
import { sendOne } from "@/api/client";
import { discard, EVERY_MS, keptRows, onKept, sendKept } from "@/api/kept";
import { sessionQuery } from "@/api/queries";
import { plural, when } from "@/format/words";
import { Button } from "@/ui/Button";
import { Sheet } from "@/ui/Sheet";

/** What waits in this browser for a line, over every page; it is sent by itself. */
export function KeptBand() {
  const rows = useSyncExternalStore(onKept, keptRows);
  const { data: session } = useQuery(sessionQuery);
  const queries = useQueryClient();
  const [open, setOpen] = useState(false);
  const person = session?.person?.id;
  const own = rows.filter((row) => row.person === person);
  const waiting = own.filter((row) => row.refused === undefined).length;
  const send = useCallback(async () => {
    if (person === undefined) return;
    const sent = await sendKept(person, sendOne);
    if (sent === 0) return;
    toast.success(`${plural(sent, "entry", "entries")} sent that had been kept here`);
    void queries.invalidateQueries();
  }, [person, queries]);
  useEffect(() => {
    if (waiting === 0) return;
    const now = () => void send();
    const timer = window.setInterval(now, EVERY_MS);
    window.addEventListener("online", now);
    now();
    return () => {
      window.clearInterval(timer);
      window.removeEventListener("online", now);
    };
  }, [waiting, send]);
  if (own.length === 0) return null;
  const refused = own.length - waiting;
  return (
    <div role="status" className="bg-derived text-sheet flex flex-wrap items-center gap-x-4 gap-y-1 px-4 py-2">
      <b className="font-semibold">
        {waiting > 0 && `${plural(waiting, "entry", "entries")} kept here: sent when there is a line`}
        {waiting > 0 && refused > 0 && "; "}
        {refused > 0 && `${plural(refused, "entry was", "entries were")} refused`}
      </b>
      <button type="button" className="ml-auto min-h-9 font-semibold underline" onClick={() => setOpen(true)}>
        Look
      </button>
      <Sheet open={open} onOpenChange={setOpen} title="Kept in this browser">
        <ul className="grid gap-0">
          {own.map((row) => (
            <li
              key={row.key}
              className="border-line flex flex-wrap items-baseline gap-x-3 border-t py-2 first:border-0"
            >
              <span className="min-w-0 flex-1">
                <b className="font-semibold">{row.label}</b>, typed {when(row.at)}
                <code className="num text-soft block truncate text-[12px]">{row.file ?? row.body}</code>
                {row.refused && <span className="text-signal block">{row.refused}</span>}
              </span>
              <button type="button" className="text-[13px] underline" onClick={() => discard(row.key)}>
                Throw away
              </button>
            </li>
          ))}
        </ul>
        <div className="flex justify-end gap-2.5 pt-4">
          <Button onClick={() => setOpen(false)}>Close</Button>
          <Button primary disabled={waiting === 0} onClick={() => void send()}>
            Try now
          </Button>
        </div>
      </Sheet>
    </div>
  );
}
