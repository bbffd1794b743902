import { useState } from "react";
import { toast } from "sonner";
import { answer, api, once, onceKey, type Schemas } from "@/api/client";
import { useWatchChange } from "@/api/lastingQueries";
import { stated } from "@/format/figure";
import { useSettings } from "@/lot/settings";
import { Button } from "@/ui/Button";
import { Check } from "@/ui/Check";
import { Sheet } from "@/ui/Sheet";

type Row = Schemas["WatchedRow"];

/** Every product that is due, one line each; what is typed is kept line by line. */
export function MorningSheet({ watch, onClose }: { watch: Schemas["Watch"]; onClose: () => void }) {
  const [all, setAll] = useState(watch.products.every((p) => !p.due));
  const [began] = useState(() => watch.products.map((p) => p.id));
  const [due] = useState(() => watch.products.filter((p) => p.due).map((p) => p.id));
  const rows = watch.products
    .filter((p) => began.includes(p.id) && (all || due.includes(p.id)))
    .sort((a, b) => a.name.localeCompare(b.name));
  return (
    <Sheet
      open
      onOpenChange={(next) => !next && onClose()}
      title="This morning’s breaks"
      description="Type what the display shows; Enter keeps the line."
      wide
    >
      <div className="grid">
        {rows.map((row, i) => (
          <Line key={row.id} row={row} first={i === 0} />
        ))}
        {rows.length === 0 && <p className="text-soft py-2">Everything that is due today was broken.</p>}
      </div>
      <div className="flex items-center justify-between pt-3">
        <Check checked={all} onChange={(e) => setAll(e.target.checked)}>
          Also those that are not due
        </Check>
        <Button primary onClick={onClose}>
          Done
        </Button>
      </div>
    </Sheet>
  );
}

function Line({ row, first }: { row: Row; first: boolean }) {
  const unit = useSettings().unitOf(row.measurand) ?? row.unit;
  const [text, setText] = useState("");
  const [batch, setBatch] = useState(row.latest?.batch ?? "");
  const [key, setKey] = useState(onceKey);
  const [kept, setKept] = useState("");
  const keep = useWatchChange(
    () =>
      answer(
        api.POST("/api/watch/{id}/breaks", {
          params: { path: { id: row.id } },
          headers: once(key),
          body: { value: { text: text.trim(), unit }, batch: batch.trim() },
        }),
      ),
    (product) => {
      setKept(product.latest ? `${stated(product.latest.figure, unit)}: ${product.sentence}` : "kept");
      setText("");
      setKey(onceKey());
      if (product.open) toast.error(`${product.name} is below its limit: its batch is held`);
    },
    () => {
      setText("");
      setKey(onceKey());
    },
  );
  return (
    <form
      className="border-line grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-3 gap-y-1.5 border-t py-2 min-[720px]:grid-cols-[150px_150px_150px_auto_minmax(0,1fr)]"
      onSubmit={(event) => {
        event.preventDefault();
        if (text.trim() !== "") keep.mutate(undefined);
      }}
    >
      <b className="head">{row.name}</b>
      <span className="text-soft text-[12px] min-[720px]:hidden">
        {row.latest && `last ${stated(row.latest.figure, unit)}`}
      </span>
      <span className="relative">
        <input
          className="field num h-11 pr-12 text-[17px]"
          inputMode="decimal"
          aria-label={`Break of ${row.name}`}
          // eslint-disable-next-line jsx-a11y/no-autofocus -- the sheet is opened to type here
          autoFocus={first}
          placeholder={row.latest ? stated(row.latest.figure, unit).split(" ")[0] : ""}
          value={text}
          onChange={(event) => {
            setText(event.target.value);
            setKey(onceKey());
          }}
        />
        <span className="text-soft pointer-events-none absolute top-1/2 right-2.5 -translate-y-1/2">{unit}</span>
      </span>
      <input
        className="field h-11"
        aria-label={`Batch of ${row.name}`}
        placeholder="batch"
        maxLength={80}
        value={batch}
        onChange={(event) => setBatch(event.target.value)}
      />
      <Button type="submit" className="h-11" disabled={text.trim() === "" || keep.isPending}>
        Keep
      </Button>
      <span className={`text-[13px] ${keep.error ? "text-signal font-semibold" : "text-soft"}`} role="status">
        {keep.error ? keep.error.message : kept}
      </span>
    </form>
  );
}
