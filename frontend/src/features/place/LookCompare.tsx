// Two looks of one set, against each other.
import type { Shoot } from '../../shared/api/client';
import { Compare } from '../../shared/picture/Compare';
import { applied, type Look } from './looks';

export function LookCompare({ document, looks }: { document: Shoot; looks: [Look, Look] }) {
  const shown = (look: Look) => ({ name: look.name, document: applied(document, look) });
  return <Compare pair={[shown(looks[0]), shown(looks[1])]} />;
}
