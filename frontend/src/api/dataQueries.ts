import { queryOptions } from "@tanstack/react-query";
import { answer, api } from "./client";

export const laboratoryKey = ["laboratory"] as const;

export const laboratoryQuery = queryOptions({
  queryKey: laboratoryKey,
  queryFn: () => answer(api.GET("/api/laboratory")),
  staleTime: 60_000,
});
