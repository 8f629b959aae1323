/** Bench sheet and field card: as they are shown, and where their PDF is. */
import { useQuery } from "@tanstack/react-query";
import { answer, client } from "./client";

export type Paper = NonNullable<ReturnType<typeof usePaper>["data"]>;
export type PaperSection = Paper["sections"][number];
export type PaperFigure = PaperSection["figures"][number];
export type PaperDrawing = PaperSection["drawings"][number];
export type PaperName = "bench" | "field";
export type PaperSize = "a4" | "letter" | "phone";

/** One is made anew each time it is opened: readings and flights change it as settings do. */
export function usePaper(id: string, which: PaperName, revision: number | null) {
  return useQuery({
    queryKey: ["paper", id, which, revision],
    queryFn: () =>
      answer(
        client.GET("/api/helicopters/{helicopter_id}/papers/{which}", {
          params: { path: { helicopter_id: id, which }, query: { revision } },
        }),
      ),
    refetchOnMount: "always",
  });
}

export function paperAddress(
  id: string,
  which: PaperName,
  size: PaperSize,
  revision: number | null,
) {
  const of = revision === null ? "" : `&revision=${revision}`;
  return `/api/helicopters/${id}/papers/${which}/pdf?size=${size}${of}`;
}
