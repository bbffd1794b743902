import { queryOptions } from "@tanstack/react-query";
import { answer, api } from "./client";
import { keys } from "./queries";

export const aftermathQuery = (id: number) =>
  queryOptions({
    queryKey: keys.aftermath(id),
    queryFn: () => answer(api.GET("/api/pulls/{id}/aftermath", { params: { path: { id } } })),
  });
export const certificateQuery = (id: number) =>
  queryOptions({
    queryKey: keys.certificate(id),
    queryFn: () => answer(api.GET("/api/runs/{id}/certificate", { params: { path: { id } } })),
  });
export const proceduresQuery = queryOptions({
  queryKey: keys.procedures,
  queryFn: () => answer(api.GET("/api/procedures")),
});
