// One after another: pictures of many shoots do not all ask at once.

/** A queue; what it is given begins when all before it has ended, whether well or not, and not at all once it is given up. */
export function inTurn() {
  let last: Promise<unknown> = Promise.resolve();
  return <T>(work: () => Promise<T>, signal: AbortSignal): Promise<T> => {
    const mine = last.then(() => {
      signal.throwIfAborted();
      return work();
    });
    last = mine.catch(() => undefined);
    return mine;
  };
}
