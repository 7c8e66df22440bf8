import { describe, expect, it } from 'vitest';
import { inTurn } from './inTurn';

const later = (value: number, ms: number) => new Promise<number>((done) => setTimeout(() => done(value), ms));

describe('one after another', () => {
  it('begins each when the one before has ended, well or not', async () => {
    const turn = inTurn();
    const { signal } = new AbortController();
    const order: string[] = [];
    const work = (name: string, ms: number, fails = false) =>
      turn(async () => {
        order.push(`${name} begins`);
        await later(0, ms);
        order.push(`${name} ends`);
        if (fails) throw new Error(name);
        return name;
      }, signal);
    const all = await Promise.allSettled([work('a', 30), work('b', 5, true), work('c', 1)]);
    expect(order).toEqual(['a begins', 'a ends', 'b begins', 'b ends', 'c begins', 'c ends']);
    expect(all.map((one) => one.status)).toEqual(['fulfilled', 'rejected', 'fulfilled']);
  });

  it('does not begin what was given up meanwhile', async () => {
    const turn = inTurn();
    const [kept, left] = [new AbortController(), new AbortController()];
    let begun = false;
    const first = turn(() => later(1, 20), kept.signal);
    const second = turn(async () => {
      begun = true;
    }, left.signal);
    left.abort();
    await expect(second).rejects.toThrow();
    expect(await first).toBe(1);
    expect(begun).toBe(false);
  });
});
