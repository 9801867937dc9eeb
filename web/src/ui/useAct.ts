import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Problem } from "../api/client";
import { announceAct } from "./UndoBar";

/**
 * One act of the collector. While the server or its database is away it is tried again by itself, under one key, so
 * that it happens once; what it changed is asked for anew, and undo is offered.
 */
export function useAct<Input, Output>(
  act: (input: Input, key: { "Idempotency-Key": string }) => Promise<Output>,
  options: { onDone?: (output: Output, input: Input) => void; undoable?: boolean } = {},
) {
  const queries = useQueryClient();
  const mutation = useMutation<Output, Problem, { input: Input; key: string }>({
    mutationFn: ({ input, key }) => act(input, { "Idempotency-Key": key }),
    networkMode: "always",
    retry: (_, problem) => problem instanceof Problem && problem.away,
    retryDelay: 2500,
    onSuccess: async (output, { input }) => {
      await queries.invalidateQueries();
      if (options.undoable !== false) announceAct();
      options.onDone?.(output, input);
    },
  });
  return {
    run: (input: Input) => mutation.mutate({ input, key: crypto.randomUUID() }),
    running: mutation.isPending,
    /** Set while it is being tried again. */
    waiting: mutation.isPending ? mutation.failureReason : null,
    problem: mutation.error,
    /** What the last act answered. */
    result: mutation.data,
    reset: mutation.reset,
  };
}
