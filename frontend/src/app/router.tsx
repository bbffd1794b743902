import { createRootRoute, createRoute, createRouter, lazyRouteComponent, Link } from "@tanstack/react-router";
import type { Asked } from "@/api/compareQueries";
import { Empty } from "@/ui/states";
import { RackPage } from "@/features/rack/RackPage";
import { TodayPage } from "@/features/today/TodayPage";
import { LotFrame } from "./LotFrame";
import { numberParam } from "./numberParam";
import { OpenPiece } from "./OpenPiece";
import { OpenRecord } from "./OpenRecord";
import { Outside } from "./Outside";
import { Shell } from "./Shell";

const root = createRootRoute({
  component: Shell,
  notFoundComponent: () => (
    <Empty title="There is no such page">
      <Link to="/lots" className="font-semibold underline">
        Go to the lots
      </Link>
    </Empty>
  ),
});
const outside = createRoute({ getParentRoute: () => root, id: "outside", component: Outside });
const today = createRoute({ getParentRoute: () => outside, path: "/", component: TodayPage });
const lots = createRoute({ getParentRoute: () => outside, path: "/lots", component: RackPage });
const library = createRoute({
  getParentRoute: () => outside,
  path: "/library",
  component: lazyRouteComponent(() => import("@/features/library/LibraryPage"), "LibraryPage"),
});
const benches = createRoute({
  getParentRoute: () => outside,
  path: "/benches",
  component: lazyRouteComponent(() => import("@/features/benches/BenchesPage"), "BenchesPage"),
});
const instrument = createRoute({
  getParentRoute: () => outside,
  path: "/benches/cells/$cellId",
  params: numberParam("cellId"),
  component: lazyRouteComponent(() => import("@/features/check/InstrumentPage"), "InstrumentPage"),
});
const watch = createRoute({
  getParentRoute: () => outside,
  path: "/watch",
  validateSearch: (search: Record<string, unknown>): { product?: number; chart?: string } => ({
    ...(Number(search.product) > 0 ? { product: Number(search.product) } : {}),
    ...(/^(check|zero|minutes)-\d+$/.test(String(search.chart)) ? { chart: String(search.chart) } : {}),
  }),
  component: lazyRouteComponent(() => import("@/features/watch/WatchPage"), "WatchPage"),
});
const tests = createRoute({
  getParentRoute: () => outside,
  path: "/tests",
  component: lazyRouteComponent(() => import("@/features/long/LongTestsPage"), "LongTestsPage"),
});
const test = createRoute({
  getParentRoute: () => outside,
  path: "/tests/$testId",
  params: numberParam("testId"),
  component: lazyRouteComponent(() => import("@/features/long/LongTestPage"), "LongTestPage"),
});
const upkeep = createRoute({
  getParentRoute: () => outside,
  path: "/upkeep",
  component: lazyRouteComponent(() => import("@/features/upkeep/UpkeepPage"), "UpkeepPage"),
});
const data = createRoute({
  getParentRoute: () => outside,
  path: "/data",
  component: lazyRouteComponent(() => import("@/features/data/DataPage"), "DataPage"),
});
const heard = createRoute({
  getParentRoute: () => outside,
  path: "/heard",
  validateSearch: (search: Record<string, unknown>): { lot?: number } =>
    Number.isInteger(Number(search.lot)) && Number(search.lot) > 0 ? { lot: Number(search.lot) } : {},
  component: lazyRouteComponent(() => import("@/features/trust/HeardPage"), "HeardPage"),
});
const verification = createRoute({
  getParentRoute: () => outside,
  path: "/verification",
  component: lazyRouteComponent(() => import("@/features/trust/VerificationPage"), "VerificationPage"),
});
const apiPage = createRoute({
  getParentRoute: () => outside,
  path: "/data/api",
  component: lazyRouteComponent(() => import("@/features/data/ApiPage"), "ApiPage"),
});
const practise = createRoute({
  getParentRoute: () => outside,
  path: "/practise",
  component: lazyRouteComponent(() => import("@/features/practise/PractisePage"), "PractisePage"),
});
const practiceRun = createRoute({
  getParentRoute: () => outside,
  path: "/practise/$runId",
  params: numberParam("runId"),
  component: lazyRouteComponent(() => import("@/features/practise/RunPage"), "RunPage"),
});
const people = createRoute({
  getParentRoute: () => outside,
  path: "/people",
  component: lazyRouteComponent(() => import("@/features/people/PeoplePage"), "PeoplePage"),
});
const lot = createRoute({
  getParentRoute: () => root,
  path: "/lots/$lotId",
  params: numberParam("lotId"),
  component: LotFrame,
});
const ask = createRoute({
  getParentRoute: () => lot,
  path: "/ask",
  component: lazyRouteComponent(() => import("@/features/ask/AskPage"), "AskPage"),
});
const PARTS = ["plan", "rig", "specimens", "order", "acceptance"];
const plan = createRoute({
  getParentRoute: () => lot,
  path: "/plan",
  validateSearch: (search: Record<string, unknown>): { part?: string; specimen?: number } => ({
    ...(PARTS.includes(String(search.part)) ? { part: String(search.part) } : {}),
    ...(Number(search.specimen) > 0 ? { specimen: Number(search.specimen), part: "specimens" } : {}),
  }),
  component: lazyRouteComponent(() => import("@/features/plan/PlanPage"), "PlanPage"),
});
const check = createRoute({
  getParentRoute: () => lot,
  path: "/check",
  validateSearch: (search: Record<string, unknown>): { cell?: number } =>
    Number(search.cell) > 0 ? { cell: Number(search.cell) } : {},
  component: lazyRouteComponent(() => import("@/features/check/CheckPage"), "CheckPage"),
});
const prepare = createRoute({
  getParentRoute: () => lot,
  path: "/prepare",
  validateSearch: (search: Record<string, unknown>): { specimen?: number } =>
    Number(search.specimen) > 0 ? { specimen: Number(search.specimen) } : {},
  component: lazyRouteComponent(() => import("@/features/prepare/PreparePage"), "PreparePage"),
});
const piece = createRoute({ getParentRoute: () => root, path: "/piece/$code", component: OpenPiece });
const record = createRoute({ getParentRoute: () => root, path: "/record/$uid", component: OpenRecord });
const pull = createRoute({
  getParentRoute: () => lot,
  path: "/pull",
  component: lazyRouteComponent(() => import("@/features/pull/PullPage"), "PullPage"),
});
const bench = createRoute({
  getParentRoute: () => lot,
  path: "/bench",
  component: lazyRouteComponent(() => import("@/features/bench/BenchPage"), "BenchPage"),
});
const judge = createRoute({
  getParentRoute: () => lot,
  path: "/judge",
  validateSearch: (search: Record<string, unknown>): { pull?: number } =>
    Number(search.pull) > 0 ? { pull: Number(search.pull) } : {},
  component: lazyRouteComponent(() => import("@/features/judge/JudgePage"), "JudgePage"),
});
const blind = createRoute({
  getParentRoute: () => lot,
  path: "/blind",
  component: lazyRouteComponent(() => import("@/features/blind/BlindPage"), "BlindPage"),
});
const rate = createRoute({
  getParentRoute: () => lot,
  path: "/rate",
  component: lazyRouteComponent(() => import("@/features/rate/RatePage"), "RatePage"),
});
const BY = ["strength", "first_failure", "yield", "residual", "energy", "stiffness"] as const;
const compare = createRoute({
  getParentRoute: () => lot,
  path: "/compare",
  validateSearch: (search: Record<string, unknown>): Asked => ({
    ...(/^\d+(,\d+)*$/.test(String(search.with)) ? { with: String(search.with) } : {}),
    ...(Number(search.against) > 0 ? { against: Number(search.against) } : {}),
    ...(BY.some((by) => by === search.by) ? { by: search.by as Asked["by"] } : {}),
  }),
  component: lazyRouteComponent(() => import("@/features/compare/ComparePage"), "ComparePage"),
});
const papers = createRoute({
  getParentRoute: () => lot,
  path: "/papers",
  component: lazyRouteComponent(() => import("@/features/papers/PapersPage"), "PapersPage"),
});

const more = [practise, practiceRun, data, heard, verification, apiPage] as const;

export const router = createRouter({
  routeTree: root.addChildren([
    outside.addChildren([today, lots, benches, instrument, watch, tests, test, upkeep, library, ...more, people]),
    piece,
    record,
    lot.addChildren([ask, plan, check, prepare, pull, bench, judge, blind, rate, compare, papers]),
  ]),
  defaultPreload: false,
});

declare module "@tanstack/react-router" {
  interface Register {
    router: typeof router;
  }
}
