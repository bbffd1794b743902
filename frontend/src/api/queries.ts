import { queryOptions } from "@tanstack/react-query";
import { answer, api } from "./client";

export type WhatIf = { school?: string; factor?: number; coverage?: number; confidence?: number; simulate?: boolean };

export const sessionQuery = queryOptions({
  queryKey: ["session"],
  queryFn: () => answer(api.GET("/api/session")),
  staleTime: Infinity,
});

export const readersQuery = queryOptions({ queryKey: ["readers"], queryFn: () => answer(api.GET("/api/readers")) });

export const todayQuery = queryOptions({ queryKey: ["today"], queryFn: () => answer(api.GET("/api/today")) });

export const lotsQuery = (q: string, page: number, waiting: boolean) =>
  queryOptions({
    queryKey: ["lots", q, page, waiting],
    queryFn: () => answer(api.GET("/api/lots", { params: { query: { q, page, waiting } } })),
    placeholderData: (before) => before,
  });

export const lotQuery = (id: number) =>
  queryOptions({ queryKey: ["lot", id], queryFn: () => answer(api.GET("/api/lots/{id}", { params: { path: { id } } })) });

export const pullQuery = (id: number) =>
  queryOptions({ queryKey: ["pull", id], queryFn: () => answer(api.GET("/api/pulls/{id}", { params: { path: { id } } })) });

export const ratingQuery = (id: number, query: WhatIf) =>
  queryOptions({
    queryKey: ["lot", id, "rating", query],
    queryFn: () => answer(api.GET("/api/lots/{id}/rating", { params: { path: { id }, query } })),
    placeholderData: (before) => before,
  });

export const lendersQuery = (id: number) =>
  queryOptions({
    queryKey: ["lot", id, "lenders"],
    queryFn: () => answer(api.GET("/api/lots/{id}/lenders", { params: { path: { id } } })),
  });

export const windowQuery = (id: number, points: number, range?: [number, number]) =>
  queryOptions({
    queryKey: ["window", id, points, range?.[0], range?.[1]],
    queryFn: () =>
      answer(
        api.GET("/api/curves/{id}/window", {
          params: { path: { id }, query: { points, from_seconds: range?.[0], to_seconds: range?.[1] } },
        }),
      ),
    staleTime: Infinity,
    placeholderData: (before, query) => (query?.queryKey[1] === id ? before : undefined),
  });

export const searchQuery = (q: string) =>
  queryOptions({
    queryKey: ["search", q],
    queryFn: () => answer(api.GET("/api/search", { params: { query: { q } } })),
    enabled: q.length > 0,
  });
