const FORMATS = ["pdf", "csv", "json"] as const;
export const KEY =
  "rounded-key border-ink hover:bg-wash inline-flex h-9 items-center border px-3 font-semibold whitespace-nowrap";

/** One paper in each of its formats; the PDF in a language. */
export function Downloads({ base, label, language }: { base: string; label: string; language?: string }) {
  return (
    <span className="flex gap-2">
      {FORMATS.map((format) => (
        <a
          key={format}
          href={`${base}.${format}${format === "pdf" && language ? `?language=${language}` : ""}`}
          target={format === "pdf" ? "_blank" : undefined}
          rel="noreferrer"
          aria-label={`${label} as ${format.toUpperCase()}`}
          className={KEY}
        >
          {format.toUpperCase()}
        </a>
      ))}
    </span>
  );
}
