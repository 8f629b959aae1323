/** Looking up words, steps, settings, findings and readings. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { answer, client } from "./client";
import type { components } from "./schema";

export type FoundItem = components["schemas"]["FoundItem"];
export type WordMeaning = components["schemas"]["WordMeaning"];

/** What a text finds: of one helicopter, or without one of them all. */
export function useSearch(id: string | undefined, text: string) {
  return useQuery({
    queryKey: ["look-up", id ?? "", text],
    enabled: text.trim() !== "",
    // What was found before stands until the next answer is there; it is asked anew each time.
    placeholderData: keepPreviousData,
    gcTime: 0,
    queryFn: () =>
      id
        ? answer(
            client.GET("/api/helicopters/{helicopter_id}/search", {
              params: { path: { helicopter_id: id }, query: { text } },
            }),
          )
        : answer(client.GET("/api/search", { params: { query: { text } } })),
  });
}

/** Every word of the trade. */
export function useWords() {
  return useQuery({
    queryKey: ["words"],
    queryFn: () => answer(client.GET("/api/words")),
    staleTime: Number.POSITIVE_INFINITY,
  });
}
