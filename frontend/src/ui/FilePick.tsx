type Props = { label: string; accept: string; onPick: (file: File) => void };

/** One file, handed on as soon as it is chosen; the same one may be chosen again. */
export function FilePick({ label, accept, onPick }: Props) {
  return (
    <input
      type="file"
      accept={accept}
      aria-label={label}
      className="file:border-ink file:rounded-key max-w-full text-[13px] file:mr-3 file:h-9 file:border file:bg-transparent file:px-3.5 file:font-semibold"
      onChange={(event) => {
        const file = event.target.files?.[0];
        if (file) onPick(file);
      }}
    />
  );
}
