/** What the first page shows is fetched before it is known who asks: one beside the other. */
import type { QueryClient } from "@tanstack/react-query";
import { matchPath } from "react-router";
import { CATALOGUE } from "@/api/catalogue";
import { draftQuery } from "@/api/draft";
import { PLACES } from "@/places";

export function openAhead(queries: QueryClient, pathname: string) {
  // What does not come, or is refused, is asked for again by the place itself.
  const here = PLACES.find(({ path }) => matchPath(path, pathname));
  here?.code().catch(() => {});
  const id = matchPath("/helicopters/:id/*", pathname)?.params.id;
  if (!id) return;
  void queries.prefetchQuery(draftQuery(id));
  void queries.prefetchQuery(CATALOGUE);
}
