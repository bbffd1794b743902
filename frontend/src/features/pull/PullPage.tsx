import { useRef, useState } from "react";
import { useMay } from "@/api/session";
import { plural } from "@/format/words";
import { useKeys } from "@/keys/keys";
import { useLot } from "@/lot/context";
import { PieceWarnings } from "@/lot/PieceWarnings";
import { Button } from "@/ui/Button";
import { Caution } from "@/ui/states";
import { BenchLink } from "./BenchLink";
import { ByHand } from "./ByHand";
import { DropList } from "./DropList";
import { PullTable } from "./PullTable";
import { opened, unpack } from "./unpack";
import { useDrop } from "./useDrop";

/** Pulls come in from files, many at once, or by hand. */
export function PullPage() {
  const { page } = useLot();
  const drop = useDrop(page.lot.id);
  const [over, setOver] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const may = useMay("importRecording");
  const ready = drop.items.some((i) => i.state === "ready");
  useKeys([
    { keys: "n", label: "New pulls from files", run: () => may && input.current?.click() },
    { keys: "Ctrl+Enter", label: "Save the pulls that are ready", run: () => ready && drop.save.mutate() },
  ]);
  return (
    <>
      <div className="flex flex-wrap items-baseline gap-x-3 pb-3">
        <h1>Pull: {page.lot.name}</h1>
        <span className="text-soft">
          {page.summary.planned
            ? `${page.summary.pulled} of ${page.summary.planned} pulled`
            : plural(page.summary.pulled, "pull")}
        </span>
        <BenchLink />
      </div>
      {page.plan.next && (
        <p className="border-measured mb-3 border-l-4 px-3 py-1">
          <b className="head text-[17px]">Next: {page.plan.next.label}</b>
          <span className="text-soft ml-3">
            {plural(page.plan.next.left, "listed piece")} left. A pull without a specimen of its own goes to it.
          </span>
        </p>
      )}
      <div className="mb-3 empty:hidden">
        <PieceWarnings />
      </div>
      <div className="grid gap-4 min-[1060px]:grid-cols-[1fr_330px]">
        <div className="grid min-w-0 content-start gap-4">
          {!may && <p className="text-soft">Pulls are brought in by a technician.</p>}
          <div
            hidden={!may}
            onDragOver={(e) => {
              e.preventDefault();
              setOver(true);
            }}
            onDragLeave={() => setOver(false)}
            onDrop={(e) => {
              e.preventDefault();
              setOver(false);
              void unpack(e.dataTransfer).then(drop.add);
            }}
            className={`flex flex-wrap items-center gap-x-5 gap-y-2 border-2 border-dashed px-5 py-5 ${over ? "border-ink bg-wash" : "border-edge bg-sheet"}`}
          >
            <div className="min-w-0 flex-1">
              <h2 className="text-[15px]">Drop the logger’s files here</h2>
              <p className="text-soft">
                One file a pull; many at once, a folder or a ZIP. You see what was understood before anything is saved.
              </p>
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
                void opened([...(e.target.files ?? [])]).then(drop.add);
                e.target.value = "";
              }}
            />
          </div>
          {drop.items.length > 0 && <DropList drop={drop} />}
          <PullTable />
        </div>
        <div className="grid content-start gap-4">
          {may && <ByHand />}
          <Caution>
            Stay behind the guard and out of line with the load. Nobody under a hung load. Heavy parts fall when the
            specimen lets go.
          </Caution>
        </div>
      </div>
    </>
  );
}
