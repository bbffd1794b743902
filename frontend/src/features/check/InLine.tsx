import { when } from "@/format/words";
import type { Instrument } from "./useInstrument";

/** Two cells in line, as they were last compared. */
export function InLine({ cross, onNew }: { cross: Instrument["last_cross"]; onNew?: () => void }) {
  return (
    <section
      className={`sheet px-4 py-3 ${cross && !cross.passed ? "border-l-signal border-l-4" : ""}`}
      aria-label="Two cells in line"
    >
      <div className="flex items-baseline justify-between gap-3">
        <h2>Two cells in line</h2>
        {onNew && (
          <button type="button" className="font-semibold underline" onClick={onNew}>
            Compare
          </button>
        )}
      </div>
      {cross ? (
        <>
          <p className="mt-1">{cross.sentences.join(" ")}</p>
          <p className="text-soft mt-1 text-[12.5px]">
            {cross.person}, {when(cross.checked_at)}
          </p>
        </>
      ) : (
        <p className="text-soft mt-1">Never compared with another cell.</p>
      )}
    </section>
  );
}
