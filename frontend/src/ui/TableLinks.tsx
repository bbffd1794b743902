const FORMATS = ["csv", "json", "xlsx"] as const;

/** One list in each of the formats of a table. */
export function TableLinks({ list, name, query = "" }: { list: string; name: string; query?: string }) {
  return (
    <span className="flex gap-3 text-[13px] font-semibold">
      {FORMATS.map((format) => (
        <a
          key={format}
          className="underline"
          href={`/api/lists/${list}.${format}${query}`}
          download
          aria-label={`${name} as ${format.toUpperCase()}`}
        >
          {format.toUpperCase()}
        </a>
      ))}
    </span>
  );
}
