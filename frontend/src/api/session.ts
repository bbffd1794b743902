import { useQuery } from "@tanstack/react-query";
import { sessionQuery } from "./queries";

/** Whether whoever is signed in may do something, by the name of the operation. */
export function useMay(operation: string): boolean {
  return useQuery(sessionQuery).data?.allowed.includes(operation) ?? false;
}

/** Who works here, by name. */
export function useMyName(): string | undefined {
  return useQuery(sessionQuery).data?.person?.name;
}
