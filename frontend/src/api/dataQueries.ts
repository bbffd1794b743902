import { queryOptions } from "@tanstack/react-query";
import { answer, api } from "./client";

export const laboratoryKey = ["laboratory"] as const;

/** The description of the interface, as it is served to machines. */
export const descriptionQuery = queryOptions({
  queryKey: ["openapi"],
  queryFn: async (): Promise<unknown> => (await fetch("/api/openapi.json")).json(),
  staleTime: Infinity,
});

export const laboratoryQuery = queryOptions({
  queryKey: laboratoryKey,
  queryFn: () => answer(api.GET("/api/laboratory")),
  staleTime: 60_000,
});
