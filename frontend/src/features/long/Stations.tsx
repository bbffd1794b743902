import type { LongTest } from "@/api/lastingQueries";
import { ToneMark } from "./ToneMark";

type Props = { test: LongTest; chosen: number | undefined; onChoose: (id: number) => void };

/** Each station with its newest state and the sentences about it. */
export function Stations({ test, chosen, onChoose }: Props) {
  return (
    <section aria-label="Stations" className="border-line border-b">
      {test.answer.stations.map((told) => (
        <article
          key={told.id}
          className={`border-line bg-sheet border-t px-3.5 py-2 ${told.id === chosen && test.stations.length > 1 ? "shadow-[inset_3px_0_var(--ink)]" : ""}`}
        >
          <button
            type="button"
            onClick={() => onChoose(told.id)}
            aria-pressed={told.id === chosen}
            className="flex min-h-8 w-full items-start gap-2 text-left"
          >
            <ToneMark tone={told.tone} />
            <span>
              <b className="head text-[15px]">{told.name}</b>{" "}
              <span className={told.tone === "alarm" ? "text-signal font-semibold" : ""}>{told.headline}</span>
            </span>
          </button>
          {told.lines.length > 0 && (
            <ul className="grid gap-0.5 pb-1 pl-5 text-[13px] leading-snug">
              {told.lines.map((line) => (
                <li
                  key={line.text}
                  className={
                    line.tone === "alarm" ? "text-signal font-semibold" : line.tone === "look" ? "font-semibold" : ""
                  }
                >
                  {line.text}
                </li>
              ))}
            </ul>
          )}
        </article>
      ))}
    </section>
  );
}
