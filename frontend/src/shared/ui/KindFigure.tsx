// A figure of a kind of the ranking, as it is read in the units of the display.
import type { Schemas } from '../api/client';
import { useRankingWords } from '../messages/ranking';

type Figures = Schemas['KindFigures'];

/** What a figure of the kind reads; nothing where it cannot serve. */
export function KindFigure({
  row,
  of,
}: {
  row: Pick<Schemas['RankedResult'], 'figures'>;
  of: keyof Figures;
}) {
  const say = useRankingWords();
  return row.figures ? say(row.figures[of]) : null;
}
