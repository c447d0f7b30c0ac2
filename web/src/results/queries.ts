import { queryOptions } from "@tanstack/vue-query";
import { answer, api } from "@/api/client";

const id = (value: string) => ({ params: { path: { id: value } } });
const ofClass = (value: string) => ({ params: { query: value ? { class: value } : {} } });

/** What is asked of what came out; part of `queries`. */
export const resultQueries = {
  /** Why the faults of a piece came, as it is by an event. */
  why: (piece: string, seq: number) =>
    queryOptions({
      queryKey: ["why", piece, seq],
      queryFn: () => answer(api.GET("/pieces/{id}/why", id(piece))),
    }),
  tries: (piece: string, seq: number) =>
    queryOptions({
      queryKey: ["why", piece, seq, "tries"],
      queryFn: () => answer(api.GET("/pieces/{id}/tries", id(piece))),
    }),
  faults: (classId: string) =>
    queryOptions({
      queryKey: ["faults", classId],
      queryFn: () => answer(api.GET("/results/faults", ofClass(classId))),
    }),
  stacks: () => queryOptions({ queryKey: ["stacks"], queryFn: () => answer(api.GET("/results/stacks")) }),
  laboratory: () =>
    queryOptions({ queryKey: ["laboratory"], queryFn: () => answer(api.GET("/results/laboratory")) }),
  boards: () => queryOptions({ queryKey: ["boards"], queryFn: () => answer(api.GET("/results/boards")) }),
  aPhotograph: (photo: string) =>
    queryOptions({
      queryKey: ["photographs", photo],
      queryFn: () => answer(api.GET("/photographs/{id}", id(photo))),
      retry: false,
    }),
  lookback: (assignment: string) =>
    queryOptions({
      queryKey: ["lookback", assignment],
      queryFn: () => answer(api.GET("/assignments/{id}/lookback", id(assignment))),
    }),
  risks: (load: string) =>
    queryOptions({
      queryKey: ["risks", load],
      queryFn: () => answer(api.GET("/loads/{id}/risks", id(load))),
    }),
  grades: (assignment: string, what: "made" | "glazing") =>
    queryOptions({
      queryKey: ["grades", assignment, what],
      queryFn: () => answer(api.GET("/grades", { params: { query: { assignment, what } } })),
    }),
  unglazed: (classId: string) =>
    queryOptions({
      queryKey: ["grades", "unglazed", classId],
      queryFn: () => answer(api.GET("/grades/unglazed", ofClass(classId))),
    }),
};
