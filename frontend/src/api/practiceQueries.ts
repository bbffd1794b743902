import { queryOptions } from "@tanstack/react-query";
import { answer, api } from "./client";

export const practiceKey = ["practice"] as const;
export const runKey = (id: number) => ["practice-run", id] as const;

export const practiceQuery = queryOptions({
  queryKey: practiceKey,
  queryFn: () => answer(api.GET("/api/practice")),
});

export const practiceRunQuery = (id: number) =>
  queryOptions({
    queryKey: runKey(id),
    queryFn: () => answer(api.GET("/api/practice-runs/{id}", { params: { path: { id } } })),
    staleTime: 0, // its pulls are judged on the pages of its lot
    refetchOnMount: "always",
  });
