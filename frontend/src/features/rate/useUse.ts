import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, type Schemas } from "@/api/client";
import { keys } from "@/api/queries";
import { useLot } from "@/lot/context";

export type Use = Schemas["Use"];
export type UseAsked = {
  factor?: number;
  way?: "vertical" | "choker" | "basket" | "two_legs" | "three_or_four_legs" | "four_rigid";
  angle?: number;
  angle_of?: "vertical" | "included" | "horizontal";
  uniform?: boolean;
  reductions?: string;
  load?: number;
  arm?: number;
  depth?: number;
  top?: number;
  all?: number;
  spread?: boolean;
  shear_limit?: number;
  into?: string;
  out?: string;
  speeds?: string;
  single_lot?: number;
  count?: number;
};

/** What the rating means in use, for what is asked now; the answer before stays until the next one is there. */
export function useUse(factor: number | undefined) {
  const { page } = useLot();
  const [asked, setAsked] = useState<UseAsked>({ way: "vertical", angle: 30, angle_of: "vertical" });
  const query = { ...asked, ...(factor === undefined ? {} : { factor }) };
  const found = useQuery({
    queryKey: [...keys.lot(page.lot.id), "use", query],
    queryFn: () => answer(api.GET("/api/lots/{id}/use", { params: { path: { id: page.lot.id }, query } })),
    placeholderData: keepPreviousData,
    retry: false,
  });
  // What cannot be is said above what was answered before.
  const [kept, setKept] = useState<Use>();
  if (found.data && found.data !== kept) setKept(found.data);
  const ask = (change: UseAsked) => setAsked((now) => ({ ...now, ...change }));
  return { use: found.data ?? kept, error: found.error, asked, ask };
}
