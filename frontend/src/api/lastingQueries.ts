import { keepPreviousData, queryOptions, useMutation, useQueryClient } from "@tanstack/react-query";
import { answer, api, type Schemas, whenKept } from "./client";
import { keys } from "./queries";

export type LongTest = Schemas["LongTest"];
export type LongKind = Schemas["LongKind"];
export type WatchedProduct = Schemas["WatchedProduct"];

const OFTEN_MS = 10_000; // what a logger or somebody else brought

export const lastingKeys = {
  tests: ["long-tests"] as const,
  test: (id: number) => ["long-tests", id] as const,
  watch: ["watch"] as const,
  product: (id: number) => ["watch", id] as const,
  upkeep: ["upkeep"] as const,
};

export const longTestsQuery = queryOptions({
  queryKey: lastingKeys.tests,
  queryFn: () => answer(api.GET("/api/long-tests")),
  refetchInterval: OFTEN_MS,
});

export const longTestQuery = (id: number) =>
  queryOptions({
    queryKey: lastingKeys.test(id),
    queryFn: () => answer(api.GET("/api/long-tests/{id}", { params: { path: { id } } })),
    refetchInterval: OFTEN_MS,
  });

export const watchQuery = queryOptions({
  queryKey: lastingKeys.watch,
  queryFn: () => answer(api.GET("/api/watch")),
  refetchInterval: OFTEN_MS,
});

export const productQuery = (id: number) =>
  queryOptions({
    queryKey: lastingKeys.product(id),
    queryFn: () => answer(api.GET("/api/watch/{id}", { params: { path: { id } } })),
    placeholderData: keepPreviousData,
  });

export const chartOfQuery = (key: string) =>
  queryOptions({
    queryKey: ["watch-charts", key],
    queryFn: () => answer(api.GET("/api/watch-charts/{key}", { params: { path: { key } } })),
  });

export const upkeepQuery = queryOptions({
  queryKey: lastingKeys.upkeep,
  queryFn: () => answer(api.GET("/api/upkeep")),
});

/** A change of a long test: its page as it is now, and the lists that name it. */
export function useLongChange<V>(
  send: (given: V) => Promise<LongTest>,
  onDone: (test: LongTest) => void,
  onKept: () => void = () => undefined,
) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: send,
    onSuccess: (test) => {
      queries.setQueryData(lastingKeys.test(test.id), test);
      void queries.invalidateQueries({ queryKey: lastingKeys.tests, exact: true });
      void queries.invalidateQueries({ queryKey: keys.today });
      onDone(test);
    },
    onError: whenKept(onKept),
  });
}

/** A change of a watched product: its course as it is now, and the lists that name it. */
export function useWatchChange<V>(
  send: (given: V) => Promise<WatchedProduct>,
  onDone: (product: WatchedProduct) => void,
  onKept: () => void = () => undefined,
) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: send,
    onSuccess: (product) => {
      queries.setQueryData(lastingKeys.product(product.id), product);
      void queries.invalidateQueries({ queryKey: lastingKeys.watch, exact: true });
      void queries.invalidateQueries({ queryKey: keys.today });
      onDone(product);
    },
    onError: whenKept(onKept),
  });
}
