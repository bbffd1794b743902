import { queryOptions, type QueryClient } from "@tanstack/react-query";
import { answer, api, rememberCsrf, type Schemas } from "./client";

export type WhatIf = {
  school?: Schemas["SchoolRow"]["key"];
  factor?: number;
  coverage?: number;
  confidence?: number;
  preloaded?: "count" | "leave_out";
};

/** All names under which answers are kept. */
export const keys = {
  session: ["session"] as const,
  catalogue: ["catalogue"] as const,
  people: ["people"] as const,
  tokens: ["tokens"] as const,
  profiles: ["import-profiles"] as const,
  today: ["today"] as const,
  lots: ["lots"] as const,
  lot: (id: number) => ["lot", id] as const,
  rating: (id: number) => ["lot", id, "rating"] as const,
  lenders: (id: number) => ["lot", id, "lenders"] as const,
  events: (id: number) => ["lot", id, "events"] as const,
  plan: (id: number) => ["lot", id, "plan"] as const,
  specimens: (id: number) => ["lot", id, "specimens"] as const,
  order: (id: number) => ["lot", id, "order"] as const,
  acceptance: (id: number) => ["lot", id, "acceptance"] as const,
  guesses: (id: number) => ["lot", id, "guesses"] as const,
  cells: (id: number) => ["study", id, "cells"] as const,
  register: ["register"] as const,
  preparation: (id: number) => ["lot", id, "preparation"] as const,
  aftermath: (id: number) => ["pull", id, "aftermath"] as const,
  certificate: (runId: number) => ["run", runId, "certificate"] as const,
  procedures: ["procedures"] as const,
  bench: (id: number) => ["lot", id, "bench"] as const,
  chain: (id: number) => ["lot", id, "chain"] as const,
  comparison: (id: number) => ["lot", id, "comparison"] as const,
  instrument: (id: number) => ["instrument", id] as const,
  templates: ["acceptance-templates"] as const,
  pull: (id: number) => ["pull", id] as const,
  window: (id: number) => ["window", id] as const,
  search: ["search"] as const,
};

/** After something in a lot changed: what shows that lot, and the lists that name it. */
export function lotChanged(queries: QueryClient, lotId: number) {
  const lists = [keys.lot(lotId), keys.lots, keys.today, keys.search];
  return Promise.all(lists.map((queryKey) => queries.invalidateQueries({ queryKey })));
}

/** A pull as the server just gave it; the lot that it belongs to is asked for anew. */
export function pullChanged(queries: QueryClient, pull: Schemas["Pull"]) {
  queries.setQueryData(keys.pull(pull.id), pull);
  return lotChanged(queries, pull.lot_id);
}

const COMPUTING_MS = 400;
const TODAY_MS = 20_000; // what a bench or somebody else left there

/** Without the cookie: whoever only watches this is not there. */
export const healthQuery = queryOptions({
  queryKey: ["health"],
  queryFn: async () => await answer(api.GET("/api/health", { credentials: "omit" })),
  refetchInterval: 20_000,
});

export const sessionQuery = queryOptions({
  queryKey: keys.session,
  queryFn: async () => {
    const session = await answer(api.GET("/api/session"));
    rememberCsrf(session.csrf, session.person?.id ?? null);
    return session;
  },
  staleTime: Infinity,
});

export const catalogueQuery = queryOptions({
  queryKey: keys.catalogue,
  queryFn: () => answer(api.GET("/api/catalogue")),
  staleTime: Infinity,
});

export const peopleQuery = queryOptions({ queryKey: keys.people, queryFn: () => answer(api.GET("/api/people")) });
export const tokensQuery = queryOptions({ queryKey: keys.tokens, queryFn: () => answer(api.GET("/api/tokens")) });
export const profilesQuery = queryOptions({
  queryKey: keys.profiles,
  queryFn: () => answer(api.GET("/api/import-profiles")),
});
export const todayQuery = queryOptions({
  queryKey: keys.today,
  queryFn: () => answer(api.GET("/api/today")),
  refetchInterval: TODAY_MS,
});

export const lotsQuery = (q: string, page: number, waiting: boolean) =>
  queryOptions({
    queryKey: [...keys.lots, q, page, waiting],
    queryFn: () => answer(api.GET("/api/lots", { params: { query: { q, page, waiting } } })),
    placeholderData: (before) => before,
    refetchInterval: ({ state }) =>
      state.data?.jobs.some((job) => job.lots.some((lot) => lot.summary.computing)) ? COMPUTING_MS * 3 : false,
  });

export const lotQuery = (id: number) =>
  queryOptions({
    queryKey: keys.lot(id),
    queryFn: () => answer(api.GET("/api/lots/{id}", { params: { path: { id } } })),
    refetchInterval: ({ state }) => (state.data?.summary.computing ? COMPUTING_MS : false),
  });

export const pullQuery = (id: number) =>
  queryOptions({
    queryKey: keys.pull(id),
    queryFn: () => answer(api.GET("/api/pulls/{id}", { params: { path: { id } } })),
  });

export const ratingQuery = (id: number, query: WhatIf) =>
  queryOptions({
    queryKey: [...keys.rating(id), query],
    queryFn: () => answer(api.GET("/api/lots/{id}/rating", { params: { path: { id }, query } })),
    placeholderData: (before) => before,
    refetchInterval: ({ state }) => (state.data?.computing ? COMPUTING_MS : false),
  });

const ofLot = (id: number) => ({ params: { path: { id } } });

export const planQuery = (id: number, unit: string) =>
  queryOptions({
    queryKey: [...keys.plan(id), "kept", unit],
    queryFn: () => answer(api.GET("/api/lots/{id}/plan", { params: { path: { id }, query: { unit } } })),
    placeholderData: (before) => before,
  });
export const specimensQuery = (id: number) =>
  queryOptions({
    queryKey: keys.specimens(id),
    queryFn: () => answer(api.GET("/api/lots/{id}/specimens", ofLot(id))),
  });
export const orderQuery = (id: number) =>
  queryOptions({ queryKey: keys.order(id), queryFn: () => answer(api.GET("/api/lots/{id}/order", ofLot(id))) });
export const acceptanceQuery = (id: number) =>
  queryOptions({
    queryKey: keys.acceptance(id),
    queryFn: () => answer(api.GET("/api/lots/{id}/acceptance", ofLot(id))),
  });
export const guessesQuery = (id: number) =>
  queryOptions({ queryKey: keys.guesses(id), queryFn: () => answer(api.GET("/api/lots/{id}/guesses", ofLot(id))) });
export const cellsQuery = (id: number) =>
  queryOptions({ queryKey: keys.cells(id), queryFn: () => answer(api.GET("/api/studies/{id}/cells", ofLot(id))) });
export const registerQuery = queryOptions({ queryKey: keys.register, queryFn: () => answer(api.GET("/api/register")) });
export const preparationQuery = (id: number, unit: string) =>
  queryOptions({
    queryKey: [...keys.preparation(id), unit],
    queryFn: () => answer(api.GET("/api/lots/{id}/preparation", { params: { path: { id }, query: { unit } } })),
    placeholderData: (before) => before,
  });
export const chainQuery = (id: number) =>
  queryOptions({ queryKey: keys.chain(id), queryFn: () => answer(api.GET("/api/lots/{id}/chain", ofLot(id))) });
export const benchQuery = (id: number, unit: string) =>
  queryOptions({
    queryKey: [...keys.bench(id), unit],
    queryFn: () => answer(api.GET("/api/lots/{id}/bench", { params: { path: { id }, query: { unit } } })),
  });
export const worthQuery = (pullId: number, unit: string) =>
  queryOptions({
    queryKey: [...keys.pull(pullId), "worth", unit],
    queryFn: () => answer(api.GET("/api/pulls/{id}/worth", { params: { path: { id: pullId }, query: { unit } } })),
  });
export const instrumentQuery = (id: number, force: number | null, unit: string) =>
  queryOptions({
    queryKey: [...keys.instrument(id), force, unit],
    queryFn: () =>
      answer(
        api.GET("/api/instruments/{id}", { params: { path: { id }, query: { ...(force ? { force } : {}), unit } } }),
      ),
    placeholderData: (before) => (before?.id === id ? before : undefined),
  });
export const templatesQuery = queryOptions({
  queryKey: keys.templates,
  queryFn: () => answer(api.GET("/api/acceptance-templates")),
});

export const lendersQuery = (id: number) =>
  queryOptions({
    queryKey: keys.lenders(id),
    queryFn: () => answer(api.GET("/api/lots/{id}/lenders", { params: { path: { id } } })),
  });

export const eventsQuery = (id: number) =>
  queryOptions({
    queryKey: keys.events(id),
    queryFn: () => answer(api.GET("/api/lots/{id}/events", { params: { path: { id } } })),
  });

export const recheckQuery = (id: number) =>
  queryOptions({
    queryKey: ["recheck", id],
    queryFn: () => answer(api.GET("/api/statements/{id}/recheck", { params: { path: { id } } })),
    enabled: false,
  });

export const windowQuery = (id: number, points: number, range?: [number, number]) =>
  queryOptions({
    queryKey: [...keys.window(id), points, range?.[0], range?.[1]],
    queryFn: () =>
      answer(
        api.GET("/api/recordings/{id}/window", {
          params: { path: { id }, query: { points, from_seconds: range?.[0], to_seconds: range?.[1] } },
        }),
      ),
    staleTime: Infinity,
    placeholderData: (before, query) => (query?.queryKey[1] === id ? before : undefined),
  });

export const searchQuery = (q: string) =>
  queryOptions({
    queryKey: [...keys.search, q],
    queryFn: () => answer(api.GET("/api/search", { params: { query: { q } } })),
    enabled: q.length > 0,
  });
