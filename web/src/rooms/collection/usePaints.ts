import { keepPreviousData, useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { client, data } from "../../api/client";

const PAGE = 500;

/** The whole list of a find, page after page, so that it can be scrolled from end to end. */
export function usePaints(find: string, order: string) {
  const query = useInfiniteQuery({
    queryKey: ["paints", find, order],
    initialPageParam: undefined as string | undefined,
    placeholderData: keepPreviousData,
    queryFn: ({ pageParam }) =>
      data(
        client.GET("/api/paints", {
          params: { query: { find, order, limit: pageParam ? PAGE : 100, after: pageParam } },
        }),
      ),
    getNextPageParam: (last) => last.after ?? undefined,
  });
  const { hasNextPage, isFetchingNextPage, fetchNextPage } = query;
  useEffect(() => {
    if (hasNextPage && !isFetchingNextPage) fetchNextPage();
  }, [hasNextPage, isFetchingNextPage, fetchNextPage]);
  return query;
}

export function usePaint(paint: number | undefined) {
  return useQuery({
    queryKey: ["paint", paint],
    enabled: paint !== undefined,
    placeholderData: (before) => (before?.id === paint ? before : undefined),
    queryFn: () => data(client.GET("/api/paints/{paint}", { params: { path: { paint: paint ?? 0 } } })),
  });
}
