// A label that says what it means where it is a word of the trade.
import { Tooltip } from 'antd';
import { termOf } from '../messages/glossary';
import { usePreferences } from '../state/preferences';
import css from './ui.module.css';

export function Glossed({ children }: { children: string }) {
  const language = usePreferences((s) => s.language);
  const term = termOf(children, language);
  if (!term) return children;
  return (
    <Tooltip title={term.meaning} mouseEnterDelay={0.35}>
      <span className={css.glossed}>{children}</span>
    </Tooltip>
  );
}
