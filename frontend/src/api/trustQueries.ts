import { queryOptions } from "@tanstack/react-query";
import { answer, api } from "./client";

export const trustKeys = {
  heard: (lotId?: number) => ["heard", lotId] as const,
  allHeard: ["heard"] as const,
  keys: ["signing-keys"] as const,
  verification: ["verification"] as const,
};

/** What packages say that people did, and nobody here has proved or taken over. */
export const heardQuery = (lotId?: number) =>
  queryOptions({
    queryKey: trustKeys.heard(lotId),
    queryFn: () => answer(api.GET("/api/heard", { params: { query: lotId ? { lot_id: lotId } : {} } })),
  });

export const signingKeysQuery = queryOptions({
  queryKey: trustKeys.keys,
  queryFn: () => answer(api.GET("/api/keys")),
  staleTime: 60_000,
});

const WANTED_MS = 2000;

/** What came of holding everything against its hash; asked again while a new look is wanted. */
export const verificationQuery = queryOptions({
  queryKey: trustKeys.verification,
  queryFn: () => answer(api.GET("/api/verification")),
  refetchInterval: (query) => (query.state.data?.wanted ? WANTED_MS : false),
});
