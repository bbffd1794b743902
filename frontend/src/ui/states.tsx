import type { ReactNode } from "react";

/** Says what belongs here and what to do first. */
export function Empty({ title, children }: { title: string; children: ReactNode }) {
  return (
    <div className="border-edge mx-auto mt-10 max-w-[460px] border-l-4 px-4 py-1">
      <h2 className="text-[15px]">{title}</h2>
      <div className="text-soft mt-1">{children}</div>
    </div>
  );
}

/** What is wrong, and what can be done. */
export function ErrorNote({ message, onRetry }: { message: string; onRetry?: () => void }) {
  return (
    <div role="alert" className="border-signal bg-sheet border-l-4 px-3 py-2">
      <span>{message}</span>
      {onRetry && (
        <button type="button" onClick={onRetry} className="ml-3 font-semibold underline">
          Try again
        </button>
      )}
    </div>
  );
}

export function Waiting({ what }: { what: string }) {
  return <p className="text-soft p-4">Reading {what} …</p>;
}

/** What is wrong with what is about to be done, to be read from where the work is. */
export function Warned({ words }: { words: string[] }) {
  return words.map((one) => (
    <Caution key={one}>
      <b className="head text-[17px] font-semibold">{one}</b>
    </Caution>
  ));
}

export function Caution({ children }: { children: ReactNode }) {
  return <p className="border-signal border-l-4 px-3 py-0.5 text-[13px] leading-snug">{children}</p>;
}
