import { Link } from "@tanstack/react-router";
import { useRef, useState } from "react";
import { useKeys } from "@/app/keys";
import { useLot } from "@/app/lotContext";
import { plural } from "@/format/words";
import { Button } from "@/ui/Button";
import { Caution } from "@/ui/states";
import { DropItem } from "./DropItem";
import { PeakForm } from "./PeakForm";
import { PullTable } from "./PullTable";
import { useDrop } from "./useDrop";

/** Pulls come in from files, many at once, or as a peak typed off the display. */
export function PullPage() {
  const { page } = useLot();
  const drop = useDrop(page.lot.id);
  const [over, setOver] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const ready = drop.items.filter((i) => i.state === "ready").length;
  const saved = drop.items.filter((i) => i.state === "saved").length;
  useKeys([
    { keys: "n", label: "New pulls from files", run: () => input.current?.click() },
    { keys: "Ctrl+Enter", label: "Save the pulls that are ready", run: () => ready > 0 && drop.save.mutate() },
  ]);
  return (
    <>
      <div className="flex flex-wrap items-baseline gap-x-3 pb-3">
        <h1>Pull: {page.lot.name}</h1>
        <span className="text-soft">
          {page.summary.planned ? `${page.summary.pulled} of ${page.summary.planned} pulled` : plural(page.summary.pulled, "pull")}
        </span>
      </div>
      <div className="grid gap-4 min-[1060px]:grid-cols-[1fr_330px]">
        <div className="grid min-w-0 content-start gap-4">
          <div
            onDragOver={(e) => {
              e.preventDefault();
              setOver(true);
            }}
            onDragLeave={() => setOver(false)}
            onDrop={(e) => {
              e.preventDefault();
              setOver(false);
              void drop.add([...e.dataTransfer.files]);
            }}
            className={`flex flex-wrap items-center gap-x-5 gap-y-2 border-2 border-dashed px-5 py-5 ${over ? "border-ink bg-wash" : "border-edge bg-sheet"}`}
          >
            <div className="min-w-0 flex-1">
              <h2 className="text-[15px]">Drop the logger’s files here</h2>
              <p className="text-soft">One file a pull, as many as you like. You see what was understood before anything is saved.</p>
            </div>
            <Button primary hint="N" onClick={() => input.current?.click()}>
              Choose files
            </Button>
            <input
              ref={input}
              type="file"
              multiple
              aria-label="Log files"
              className="sr-only"
              tabIndex={-1}
              onChange={(e) => {
                void drop.add([...(e.target.files ?? [])]);
                e.target.value = "";
              }}
            />
          </div>
          {drop.items.length > 0 && (
            <section aria-label="Files of this drop" className="sheet">
              {drop.items.map((item) => (
                <DropItem
                  key={item.key}
                  item={item}
                  onChoose={(c) => drop.choose(item, c)}
                  onPlace={(c) => drop.place(item, c)}
                  onRemove={() => drop.remove(item.key)}
                />
              ))}
              <div className="border-line bg-sheet sticky bottom-0 flex flex-wrap items-center gap-3 border-t px-4 py-3">
                <span aria-live="polite" className="text-soft">
                  {plural(drop.items.length, "file")}: {ready} ready, {saved} saved, {drop.items.filter((i) => i.state === "asks").length}{" "}
                  with a question, {drop.items.filter((i) => i.state === "refused").length} refused
                </span>
                <span className="ml-auto flex gap-2.5">
                  <Button onClick={drop.clear}>Clear the list</Button>
                  {saved > 0 && ready === 0 ? (
                    <Link
                      to="/lots/$lotId/judge"
                      params={{ lotId: page.lot.id }}
                      className="rounded-key bg-ink text-sheet inline-flex h-9 items-center px-3.5 font-semibold"
                    >
                      Judge them
                    </Link>
                  ) : (
                    <Button primary hint="Ctrl ↵" disabled={ready === 0 || drop.save.isPending} onClick={() => drop.save.mutate()}>
                      Save {plural(ready, "pull")}
                    </Button>
                  )}
                </span>
              </div>
            </section>
          )}
          <PullTable />
        </div>
        <div className="grid content-start gap-4">
          <PeakForm />
          <Caution>
            Stay behind the guard and out of line with the load. Nobody under a hung load. Heavy parts fall when the specimen lets go.
          </Caution>
        </div>
      </div>
    </>
  );
}
