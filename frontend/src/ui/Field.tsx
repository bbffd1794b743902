import { useId, type ComponentProps, type ReactNode } from "react";

type Shell = { label: string; note?: ReactNode; error?: string; className?: string };
type Props = Shell & ComponentProps<"input"> & { unit?: string };

/** A labelled input with its unit beside it and its fault below it. */
export function Field({ label, note, error, unit, className, ...rest }: Props) {
  const id = useId();
  return (
    <div className={className}>
      <label htmlFor={id} className="cap mb-1 block">
        {label}
      </label>
      <div className="relative">
        <input
          id={id}
          aria-invalid={error ? true : undefined}
          aria-describedby={`${id}-note`}
          className={`field ${unit ? "pr-14" : ""}`}
          autoComplete="off"
          {...rest}
        />
        {unit && (
          <span className="text-soft pointer-events-none absolute top-1/2 right-2.5 -translate-y-1/2">{unit}</span>
        )}
      </div>
      <Note id={`${id}-note`} note={note} error={error} />
    </div>
  );
}

export function TextArea({ label, note, error, className, ...rest }: Shell & ComponentProps<"textarea">) {
  const id = useId();
  return (
    <div className={className}>
      <label htmlFor={id} className="cap mb-1 block">
        {label}
      </label>
      <textarea
        id={id}
        aria-invalid={error ? true : undefined}
        aria-describedby={`${id}-note`}
        className="field"
        rows={2}
        {...rest}
      />
      <Note id={`${id}-note`} note={note} error={error} />
    </div>
  );
}

function Note({ id, note, error }: { id: string; note?: ReactNode; error?: string }) {
  return (
    <div id={id} className="text-[12px] leading-snug">
      {error ? (
        <span className="text-signal font-semibold">{error}</span>
      ) : note ? (
        <span className="text-soft">{note}</span>
      ) : null}
    </div>
  );
}
