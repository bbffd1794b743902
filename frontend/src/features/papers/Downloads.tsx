const FORMATS = ["pdf", "csv", "json"] as const;

/** One paper in each of its formats. */
export function Downloads({ base, label }: { base: string; label: string }) {
  return (
    <span className="flex gap-2">
      {FORMATS.map((format) => (
        <a
          key={format}
          href={`${base}.${format}`}
          target={format === "pdf" ? "_blank" : undefined}
          rel="noreferrer"
          aria-label={`${label} as ${format.toUpperCase()}`}
          className="rounded-key border-ink hover:bg-wash inline-flex h-9 items-center border px-3 font-semibold"
        >
          {format.toUpperCase()}
        </a>
      ))}
    </span>
  );
}
