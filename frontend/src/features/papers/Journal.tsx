import { useQuery } from "@tanstack/react-query";
import { eventsQuery } from "@/api/queries";
import { capital, spelled, when } from "@/format/words";

/** Who did what to the lot, the newest first. */
export function Journal({ lotId }: { lotId: number }) {
  const { data } = useQuery(eventsQuery(lotId));
  if (!data) return null;
  return (
    <section aria-label="Who did what">
      <h2 className="pb-2">Who did what</h2>
      {/* It scrolls by itself, so it takes the focus by itself. */}
      {/* eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex */}
      <ol tabIndex={0} aria-label="Who did what, newest first" className="sheet max-h-[420px] overflow-auto">
        {[...data.events, ...data.brought].map((event) => (
          <li key={event.uid} className="border-line border-t px-3 py-1.5 text-[12.5px] leading-snug first:border-t-0">
            <b className="font-semibold">{capital(spelled(event.action))}</b> by {event.person}
            <span className="text-soft block">
              {when(event.at)} · <span className="num">{event.sha256.slice(0, 10)}</span>
            </span>
          </li>
        ))}
      </ol>
      <p className="text-soft mt-1 text-[12px]">
        Each entry holds the hash of the one before it; none can be changed or taken out unnoticed.
        {data.brought.length > 0 && ` The last ${data.brought.length} were written where a package brought it from.`}
      </p>
    </section>
  );
}
