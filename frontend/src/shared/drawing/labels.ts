// Where a number stands beside its line, so that neither a handle nor another number lies over it.

export type Place = { x: number; y: number };

/** The half of a handle that a finger meets, in pixels. */
export const GRIP = 14;

const STEP = 2;
const FARTHEST = 90;

const under = (middle: Place, width: number, height: number, grip: Place): boolean => {
  const right = Math.max(0, Math.abs(grip.x - middle.x) - width / 2);
  const down = Math.max(0, Math.abs(grip.y - middle.y) - height / 2);
  return Math.hypot(right, down) < GRIP;
};

/** The nearest place to `at`, across or along the drawing, where a label of that size is clear of the places that are taken. */
export function clearOf(at: Place, width: number, height: number, taken: Place[]): Place {
  for (let gone = 0; gone <= FARTHEST; gone += STEP) {
    const tried = [
      { x: at.x + gone, y: at.y },
      { x: at.x - gone, y: at.y },
      { x: at.x, y: at.y - gone },
      { x: at.x, y: at.y + gone },
    ];
    const found = tried.find((place) => !taken.some((grip) => under(place, width, height, grip)));
    if (found) return found;
  }
  return at;
}

/** The middle of a line, where its number stands when nothing is in the way. */
export const middleOf = (line: { x1: number; y1: number; x2: number; y2: number }): Place => ({
  x: (line.x1 + line.x2) / 2,
  y: (line.y1 + line.y2) / 2,
});
