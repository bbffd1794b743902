import { keepPreviousData, queryOptions } from "@tanstack/react-query";
import { answer, api, type Schemas } from "./client";
import { keys } from "./queries";

export type Asked = { with?: string; against?: number; by?: Schemas["Comparable"] };

export const comparisonQuery = (id: number, asked: Asked) =>
  queryOptions({
    queryKey: [...keys.comparison(id), asked],
    queryFn: () => answer(api.GET("/api/lots/{id}/comparison", { params: { path: { id }, query: asked } })),
    placeholderData: keepPreviousData,
  });

export const blindQuery = (id: number) =>
  queryOptions({
    queryKey: ["blind", id],
    queryFn: () => answer(api.GET("/api/lots/{id}/blind", { params: { path: { id } } })),
    // One piece is looked at in peace: another comes when this one was said.
    staleTime: Infinity,
    refetchOnWindowFocus: false,
  });
