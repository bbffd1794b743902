import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import type { Schemas } from "@/api/client";
import { blindQuery } from "@/api/compareQueries";
import { useMay } from "@/api/session";
import { plural } from "@/format/words";
import { useFigures, useLot } from "@/lot/context";
import { Empty, ErrorNote, Waiting } from "@/ui/states";
import { BlindForm } from "./BlindForm";
import { BlindShape } from "./BlindShape";

type Revealed = Schemas["Revealed"];

/** Cause, place and whether it is void, said while force and group are hidden; then they are shown, and both are kept. */
export function BlindPage() {
  const { page } = useLot();
  const may = useMay("judgeBlind");
  const { data, error, refetch } = useQuery({ ...blindQuery(page.lot.id), enabled: may });
  const [revealed, setRevealed] = useState<Revealed | null>(null);
  const next = () => {
    setRevealed(null);
    void refetch();
  };
  return (
    <div className="mx-auto max-w-[1060px] px-4 py-5">
      <div className="flex flex-wrap items-baseline gap-x-3 pb-3">
        <h1>Judge blind</h1>
        <span className="text-soft">
          Force and group are hidden until you have said what failed{data ? `; ${plural(data.left, "pull")} left` : ""}
        </span>
        <Link
          to="/lots/$lotId/judge"
          params={{ lotId: page.lot.id }}
          search={{}}
          className="ml-auto font-semibold underline"
        >
          Back to Judge
        </Link>
      </div>
      {!may && <Empty title="Judging belongs to technicians and reviewers">You can look at what was judged.</Empty>}
      {error && <ErrorNote message={error.message} onRetry={() => void refetch()} />}
      {may && !data && !error && <Waiting what="the pulls" />}
      {revealed ? (
        <Shown revealed={revealed} onNext={next} left={(data?.left ?? 1) - 1} />
      ) : (
        data && <One key={data.pull?.id ?? 0} next={data} onSaid={setRevealed} />
      )}
    </div>
  );
}

function One({ next, onSaid }: { next: Schemas["BlindNext"]; onSaid: (revealed: Revealed) => void }) {
  if (!next.pull)
    return (
      <Empty title="No pull is left to judge blind">
        Every pull of this lot and its study was judged, or said blind by you already.
      </Empty>
    );
  return (
    <div className="grid gap-4 min-[900px]:grid-cols-[1fr_340px]">
      <section className="sheet min-w-0 px-4 py-3" aria-label="What can be seen">
        <h2>
          Piece <span className="num">{next.pull.code}</span>
        </h2>
        {next.pull.shape.length > 0 ? (
          <BlindShape values={next.pull.shape} />
        ) : (
          <p className="text-soft mt-2">No curve was recorded: judge by the piece itself and its photos.</p>
        )}
        <div className="mt-3 flex flex-wrap gap-2">
          {next.pull.photos.map((id) => (
            <a key={id} href={`/api/attachments/${id}`} target="_blank" rel="noreferrer">
              <img src={`/api/attachments/${id}`} alt="The piece" className="border-line h-40 border" />
            </a>
          ))}
        </div>
      </section>
      <BlindForm pullId={next.pull.id} itemType={next.item_type} onSaid={onSaid} />
    </div>
  );
}

function Shown({ revealed, left, onNext }: { revealed: Revealed; left: number; onNext: () => void }) {
  const text = useFigures();
  return (
    <section className="sheet max-w-[620px] px-5 py-4" aria-label="Revealed" aria-live="polite">
      <div className="cap">It was</div>
      <p className="mt-1 text-[22px] leading-snug font-semibold" data-testid="revealed">
        Pull {revealed.number} of {revealed.lot}, {revealed.figure ? text(revealed.figure) : "nothing read"}
      </p>
      <p className="mt-2">What you said is kept as it is. Now judge it; where the two differ, say why.</p>
      <div className="mt-4 flex flex-wrap gap-3">
        <Link
          to="/lots/$lotId/judge"
          params={{ lotId: revealed.lot_id }}
          search={{ pull: revealed.pull_id }}
          className="rounded-key border-ink bg-ink text-sheet inline-flex h-11 items-center border px-4 font-semibold"
        >
          Judge it now
        </Link>
        <button
          type="button"
          className="rounded-key border-ink hover:bg-wash h-11 border px-4 font-semibold disabled:opacity-45"
          onClick={onNext}
        >
          {left > 0 ? `Next, ${left} left` : "Look for more"}
        </button>
      </div>
    </section>
  );
}
