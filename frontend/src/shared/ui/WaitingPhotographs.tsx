// Photographs that were taken while the server was away.

import { useJournal } from '../journal/journal';
import { useCommonWords } from '../messages/common';

/** Names of the photographs of a shot or an item that are not sent yet. */
export function useWaitingPhotographs(of: string): string[] {
  const entries = useJournal((s) => s.entries);
  return entries.flatMap((e) => (e.kind === 'photograph' && e.of === of ? [e.name] : []));
}

export function WaitingPhotographs({ of }: { of: string }) {
  const t = useCommonWords();
  const names = useWaitingPhotographs(of);
  const away = useJournal((s) => s.state === 'away');
  if (!away || !names.length) return null;
  return (
    <p className="faint-words" role="status">
      {t('common-kept-here-sent-when-wenlo', { names: names.join(', ') })}
    </p>
  );
}
