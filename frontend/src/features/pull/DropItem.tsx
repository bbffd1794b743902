import { useState } from "react";
import { Sparkline } from "@/charts/Sparkline";
import { shown } from "@/format/figure";
import { useLot } from "@/lot/context";
import { duration, isTimed, moment, plural, rate, spelled } from "@/format/words";
import { Doubt } from "@/ui/Doubt";
import { FileReading } from "./FileReading";
import { looksOf } from "./looks";
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
  const [open, setOpen] = useState(false);
  const { preview } = item;
  const expanded = open || item.state === "asks";
  // What somebody works on stays open when its last question is answered.
  const change = (choices: Choices) => {
    setOpen(true);
    onChoose(choices);
  };
  return (
    <article className="border-line border-t px-4 py-2.5 first:border-t-0" aria-label={item.file.name}>
      <Head item={item} open={open} expanded={expanded} onToggle={() => setOpen(!open)} onRemove={onRemove} />
      <Notes item={item} onChoose={onChoose} />
      {preview && expanded && item.state !== "saved" && (
        <FileReading
          preview={preview}
          choices={item.choices}
          onChoose={change}
          onPlace={onPlace}
          onRemembered={onRemembered}
        />
      )}
    </article>
  );
}

type HeadProps = { item: Item; open: boolean; expanded: boolean; onToggle: () => void; onRemove: () => void };
const TONES: Partial<Record<Item["state"], string>> = { refused: "text-signal", asks: "text-derived" };

function Head({ item, open, expanded, onToggle, onRemove }: HeadProps) {
  const { preview } = item;
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
      <span className={`w-[74px] text-[13px] font-semibold ${TONES[item.state] ?? ""}`}>{STATE[item.state]}</span>
      <span className="min-w-0 flex-1">
        <span className="block truncate font-semibold">{item.file.name}</span>
        {preview && item.state !== "refused" && (
          <span className="text-soft block text-[12.5px]">{understood(preview)}</span>
        )}
      </span>
      {preview && <Glance preview={preview} />}
      {preview && item.state !== "saved" && (
        <button
          type="button"
          aria-expanded={expanded}
          onClick={onToggle}
          className="text-[13px] font-semibold underline"
        >
          {expanded && open ? "Hide" : "Change"}
        </button>
      )}
      {item.state !== "saved" && item.state !== "saving" && (
        <button type="button" onClick={onRemove} aria-label={`Leave ${item.file.name} out`} className="text-soft px-1">
          ✕
        </button>
      )}
    </div>
  );
}

/** What was read, small: its shape and its highest value. */
function Glance({ preview }: { preview: NonNullable<Item["preview"]> }) {
  const { unit } = useLot();
  const peak = preview.peak && shown(preview.peak, unit.symbol);
  return (
    <>
      {preview.sketch_si && (
        <Sparkline values={preview.sketch_si} top={preview.peak?.value_si ?? 1} width={96} height={36} />
      )}
      {peak && (
        <span className="num w-[96px] text-right text-[16px] font-semibold">
          {peak.text} <small className="text-soft">{peak.unit}</small>
        </span>
      )}
    </>
  );
}

function Notes({ item, onChoose }: { item: Item; onChoose: (choices: Choices) => void }) {
  const { preview } = item;
  return (
    <>
      {item.message && <p className="mt-1 pl-[90px] text-[13px]">{item.message}</p>}
      {preview?.warnings.map((w) => (
        <p key={w} className="text-derived mt-1 pl-[90px] text-[13px]">
          {w}
        </p>
      ))}
      {item.state !== "saved" && <Looks preview={preview} />}
      {preview?.refusal && <p className="text-signal mt-1 pl-[90px] text-[13px] font-semibold">{preview.refusal}.</p>}
      {preview?.duplicate_of && (
        <p className="text-derived mt-1 pl-[90px] text-[13px]">
          The same file is {preview.duplicate_of} already. Is it meant for both?
        </p>
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
    </>
  );
}

const MOST_LOOKS = 3;

/** What was found in the file and is not to be taken as it is. */
function Looks({ preview }: Pick<Item, "preview">) {
  const looks = looksOf(preview);
  if (looks.length === 0) return null;
  return (
    <ul className="mt-1 grid gap-0.5 pl-[90px]" aria-label="To look at">
      {looks.slice(0, MOST_LOOKS).map((d) => (
        <li key={`${d.kind}-${d.at_seconds}`}>
          <Doubt
            confidence={d.confidence}
            doubt={`${spelled(d.kind)}${d.at_seconds === null ? "" : ` at ${moment(d.at_seconds, isTimed(preview))}`}: ${d.doubt}`}
          />
        </li>
      ))}
      {looks.length > MOST_LOOKS && <li className="text-soft text-[12.5px]">and {looks.length - MOST_LOOKS} more</li>}
    </ul>
  );
}

type Column = { main: boolean; header: string; unit: string | null };

function understood(preview: NonNullable<Item["preview"]>): string {
  const given = preview as typeof preview & {
    interval_seconds?: number;
    duration_seconds?: number;
    delimiter_name?: string;
    timed?: boolean;
  };
  const main = (preview.columns as Column[]).find((c) => c.main);
  const hertz = given.interval_seconds ? rate(1 / given.interval_seconds) : null;
  return [
    main ? `${main.header}${main.unit ? ` in ${main.unit}` : ""}` : null,
    plural(preview.rows, "row"),
    hertz,
    isTimed(given) ? null : "without times",
    given.duration_seconds ? duration(given.duration_seconds) : null,
    preview.decimal_mark === "," ? `${given.delimiter_name}, decimal comma` : given.delimiter_name,
    preview.profile ? `read as “${preview.profile.name}”` : null,
    ...(preview.events ?? []).map((e) => plural(e.count, spelled(e.kind))),
  ]
    .filter(Boolean)
    .join(" · ");
}
