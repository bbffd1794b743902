import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";
import { windowQuery } from "@/api/queries";
import { useLot } from "@/app/lotContext";
import { Sparkline } from "@/charts/Sparkline";
import { force } from "@/format/force";
import { COUNTS_AS } from "@/format/words";

type Pull = Schemas["PullRow"];
const POINTS = 60;

/** All pulls small, on one common force axis. */
export function Filmstrip({ current }: { current: number }) {
  const { page } = useLot();
  const top = Math.max(...page.pulls.map((p) => p.peak_newtons)) * 1.05;
  return (
    <nav
      aria-label="Pulls"
      className="flex max-w-full gap-1.5 overflow-auto min-[1060px]:max-h-[calc(100vh-206px)] min-[1060px]:flex-col min-[1060px]:pr-1"
    >
      {page.pulls.map((pull) => (
        <Frame
          key={pull.id}
          pull={pull}
          top={top}
          on={pull.id === current}
          lotId={page.lot.id}
          claim={page.summary.claim_strength_newtons}
        />
      ))}
    </nav>
  );
}

function Frame({ pull, top, on, lotId, claim }: { pull: Pull; top: number; on: boolean; lotId: number; claim: number | null }) {
  const { unit } = useLot();
  const { data } = useQuery({ ...windowQuery(pull.curve_id ?? 0, POINTS), enabled: pull.curve_id !== null });
  const main = data?.series.find((s) => s.main);
  const values = main ? (main.highs.length ? main.highs : main.lows) : null;
  const kind = pull.judgement?.counts_as ?? "unjudged";
  return (
    <Link
      to="/lots/$lotId/judge"
      params={{ lotId }}
      search={{ pull: pull.id }}
      aria-current={on ? "true" : undefined}
      className={`bg-sheet relative block h-[68px] w-[112px] shrink-0 ${on ? "border-ink border-2" : "border-line hover:border-edge border"}`}
    >
      <span className="num text-soft absolute top-0.5 left-1.5 text-[11px] font-semibold">{pull.number}</span>
      <span className="text-soft absolute top-0.5 right-1.5 text-[11px]">{COUNTS_AS[kind]}</span>
      {values ? (
        <span className="absolute bottom-0.5 left-1.5">
          <Sparkline values={values} top={top} width={96} height={46} muted={kind === "void"} line={claim} />
        </span>
      ) : (
        <span className="num text-measured absolute right-1.5 bottom-1.5 left-1.5 text-center text-[15px] font-semibold">
          {force(pull.peak_newtons, { unit, resolution: pull.resolution_newtons })} <small className="text-soft">{unit}</small>
        </span>
      )}
    </Link>
  );
}
