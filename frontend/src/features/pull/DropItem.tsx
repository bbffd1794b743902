import { useState } from "react";
import { Sparkline } from "@/charts/Sparkline";
import { useLot } from "@/app/lotContext";
import { force } from "@/format/force";
import { duration, plural, rate } from "@/format/words";
import { Reader } from "./Reader";
import type { Choices, Item } from "./useDrop";

type Props = {
  item: Item;
  onChoose: (choices: Choices) => void;
  onPlace: (choices: Choices) => void;
  onRemove: () => void;
  onRemembered: (signature: string) => void;
};

const STATE = {
  waiting: "Waiting",
  reading: "Reading …",
  ready: "Ready",
  asks: "Asks",
  refused: "Refused",
  saving: "Saving …",
  saved: "Saved",
};

/** One file of a drop: what was understood, what is asked, or why it is refused. */
export function DropItem({ item, onChoose, onPlace, onRemove, onRemembered }: Props) {
  const { unit } = useLot();
  const [open, setOpen] = useState(false);
  const { preview } = item;
  const shown = open || item.state === "asks";
  // What somebody works on stays open when its last question is answered.
  const change = (choices: Choices) => {
    setOpen(true);
    onChoose(choices);
  };
  return (
    <article className="border-line border-t px-4 py-2.5 first:border-t-0" aria-label={item.file.name}>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <span
          className={`w-[74px] text-[13px] font-semibold ${item.state === "refused" ? "text-signal" : item.state === "asks" ? "text-derived" : ""}`}
        >
          {STATE[item.state]}
        </span>
        <span className="min-w-0 flex-1">
          <span className="block truncate font-semibold">{item.file.name}</span>
          {preview && item.state !== "refused" && <span className="text-soft block text-[12.5px]">{understood(preview)}</span>}
        </span>
        {preview?.sketch_newtons && <Sparkline values={preview.sketch_newtons} top={preview.peak_newtons ?? 1} width={96} height={36} />}
        {preview?.peak_newtons != null && (
          <span className="num w-[96px] text-right text-[16px] font-semibold">
            {force(preview.peak_newtons, { unit })} <small className="text-soft">{unit}</small>
          </span>
        )}
        {preview && item.state !== "saved" && (
          <button type="button" aria-expanded={shown} onClick={() => setOpen(!open)} className="text-[13px] font-semibold underline">
            {shown && open ? "Hide" : "Change"}
          </button>
        )}
        {item.state !== "saved" && item.state !== "saving" && (
          <button type="button" onClick={onRemove} aria-label={`Leave ${item.file.name} out`} className="text-soft px-1">
            ✕
          </button>
        )}
      </div>
      {item.message && <p className="mt-1 pl-[90px] text-[13px]">{item.message}</p>}
      {preview?.warnings.map((w) => (
        <p key={w} className="text-derived mt-1 pl-[90px] text-[13px]">
          {w}
        </p>
      ))}
      {preview?.duplicate_of && (
        <p className="text-derived mt-1 pl-[90px] text-[13px]">The same file is {preview.duplicate_of} already. Is it meant for both?</p>
      )}
      {item.state === "refused" && item.message?.includes("skip such rows") && (
        <button
          type="button"
          className="mt-1 ml-[90px] text-[13px] font-semibold underline"
          onClick={() => onChoose({ skip_bad_rows: true })}
        >
          Skip such rows
        </button>
      )}
      {preview && shown && item.state !== "saved" && (
        <Reader preview={preview} choices={item.choices} onChoose={change} onPlace={onPlace} onRemembered={onRemembered} />
      )}
    </article>
  );
}

function understood(preview: NonNullable<Item["preview"]>): string {
  const main = preview.columns.find((c) => c.main);
  const hertz = preview.interval_seconds ? rate(1 / preview.interval_seconds) : null;
  return [
    main ? `${main.header}${main.unit ? ` in ${main.unit}` : ""}` : null,
    plural(preview.rows, "row"),
    hertz,
    preview.duration_seconds ? duration(preview.duration_seconds) : null,
    preview.decimal_mark === "," ? `${preview.delimiter_name}, decimal comma` : preview.delimiter_name,
    preview.reader ? `read as “${preview.reader.name}”` : null,
    ...(preview.events ?? []).map((e) => plural(e.count, e.kind.replaceAll("_", " "))),
  ]
    .filter(Boolean)
    .join(" · ");
}
