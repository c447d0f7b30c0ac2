/**
 * One press after the other: what a press means depends on what is kept, and the answer to the
 * one before may still be under way.
 *
 * @example const press = inTurn(); press(() => keep(next(row.value)));
 */
export function inTurn() {
  let turn: Promise<unknown> = Promise.resolve();
  return (act: () => unknown) => (turn = turn.then(act, act));
}
