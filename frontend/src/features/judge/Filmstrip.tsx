import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useEffect, useRef } from "react";
import type { Schemas } from "@/api/client";
import { windowQuery } from "@/api/queries";
import { Sparkline } from "@/charts/Sparkline";
import { shown } from "@/format/figure";
import { COUNTS_AS } from "@/format/words";
import { useLot } from "@/lot/context";

type Pull = Schemas["PullRow"];
const POINTS = 60;

/** All pulls small, on one common axis. */
export function Filmstrip({ current }: { current: number }) {
  const { page } = useLot();
  const top = Math.max(...page.pulls.map((p) => p.measurement?.value_si ?? 0)) * 1.05;
  const claim = page.summary.claims[0]?.strength?.value_si ?? null;
  return (
    <nav
      aria-label="Pulls"
      className="flex max-w-full gap-1.5 overflow-auto pb-1 min-[1060px]:max-h-[calc(100vh-210px)] min-[1060px]:flex-col min-[1060px]:pr-1"
    >
      {page.pulls.map((pull) => (
        <Frame key={pull.id} pull={pull} top={top} on={pull.id === current} lotId={page.lot.id} claim={claim} />
      ))}
    </nav>
  );
}

type FrameProps = { pull: Pull; top: number; on: boolean; lotId: number; claim: number | null };

function Frame({ pull, top, on, lotId, claim }: FrameProps) {
  const { unit } = useLot();
  const link = useRef<HTMLAnchorElement>(null);
  const { data } = useQuery({ ...windowQuery(pull.recording_id ?? 0, POINTS), enabled: pull.recording_id !== null });
  const judged = data?.series.find((s) => s.judged);
  const values = judged ? (judged.highs.length ? judged.highs : judged.lows) : null;
  const kind = pull.state === "counted" ? (pull.judgement?.counts_as ?? "unjudged") : pull.state;
  const figure = pull.measurement && shown(pull.measurement.figure, unit.symbol);
  useEffect(() => {
    if (on) link.current?.scrollIntoView?.({ block: "nearest", inline: "nearest" });
  }, [on]);
  return (
    <Link
      ref={link}
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
        <span className="num text-measured absolute right-1 bottom-2 left-1 text-center text-[15px] font-semibold">
          {figure ? figure.text : "–"} <small className="text-soft">{figure?.unit}</small>
        </span>
      )}
    </Link>
  );
}
