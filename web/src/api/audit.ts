/** The audit of one helicopter's draft. */
import { useQuery } from "@tanstack/react-query";
import { answer, client } from "./client";
import type { components } from "./schema";

export type Finding = components["schemas"]["FindingOut"];
export type Severity = Finding["severity"];

export const auditKey = (id: string) => ["audit", id];

export function useAudit(id: string) {
  return useQuery({
    queryKey: auditKey(id),
    queryFn: () =>
      answer(
        client.GET("/api/helicopters/{helicopter_id}/audit", {
          params: { path: { helicopter_id: id } },
        }),
      ),
  });
}
