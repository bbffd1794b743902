import { Link } from "@tanstack/react-router";
import { plural } from "@/format/words";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { DropItem } from "./DropItem";
import { looksOf, wantedFirst } from "./looks";
import type { useDrop } from "./useDrop";

/** The files of a drop, how far they are, and what can be done with all of them. */
export function DropList({ drop }: { drop: ReturnType<typeof useDrop> }) {
  const { page } = useLot();
  const count = (...states: string[]) => drop.items.filter((i) => states.includes(i.state)).length;
  const ready = count("ready");
  const saved = count("saved");
  const going = count("waiting", "reading") + (drop.save.isPending ? ready + count("saving") : 0);
  const total = drop.items.length;
  const looks = drop.items.filter((i) => i.state === "ready" && looksOf(i.preview).length > 0).length;
  // Nothing moves under the hand while files are still being read.
  const items = going > 0 ? drop.items : wantedFirst(drop.items);
  return (
    <section aria-label="Files of this drop" className="sheet">
      {going > 0 && total > 1 && (
        <div className="border-line flex items-center gap-3 border-b px-4 py-2">
          <progress
            value={total - going}
            max={total}
            className="h-2 min-w-0 flex-1 accent-(--measured)"
            aria-label="Progress"
          />
          <span className="num text-[13px]">
            {total - going} of {total}
          </span>
          <Button onClick={drop.cancel}>Stop</Button>
        </div>
      )}
      {items.map((item) => (
        <DropItem
          key={item.key}
          item={item}
          onChoose={(c) => drop.choose(item, c)}
          onPlace={(c) => drop.place(item, c)}
          onRemove={() => drop.remove(item.key)}
          onRemembered={drop.again}
        />
      ))}
      <div className="border-line bg-sheet sticky bottom-0 flex flex-wrap items-center gap-3 border-t px-4 py-3">
        <span aria-live="polite" className="text-soft">
          {plural(total, "file")}: {ready} ready{looks > 0 && `, ${looks} of them to look at`}, {saved} saved,{" "}
          {count("asks")} with a question, {count("refused")} refused
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
            <Button
              primary
              hint="Ctrl ↵"
              disabled={ready === 0 || drop.save.isPending}
              onClick={() => drop.save.mutate()}
            >
              Save {plural(ready, "pull")}
            </Button>
          )}
        </span>
      </div>
    </section>
  );
}
