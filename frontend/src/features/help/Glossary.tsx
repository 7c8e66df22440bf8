// The trade's words with what they mean here, found by typing.
import { Input } from 'antd';
import { useState } from 'react';
import { terms } from '../../shared/messages/glossary';
import { useHelpWords } from '../../shared/messages/help';
import { usePreferences } from '../../shared/state/preferences';
import css from './help.module.css';

export function Glossary() {
  const t = useHelpWords();
  const language = usePreferences((s) => s.language);
  const [typed, setTyped] = useState('');
  const wanted = typed.trim().toLowerCase();
  const found = terms(language).filter(
    (term) => term.meaning.toLowerCase().includes(wanted) || term.forms.some((form) => form.includes(wanted)),
  );
  return (
    <>
      <Input
        allowClear
        className={css.find ?? ''}
        aria-label={t('help-find-a-word')}
        placeholder={t('help-find-a-word')}
        value={typed}
        onChange={(e) => setTyped(e.target.value)}
      />
      <dl className={css.terms}>
        {found.map((term) => (
          <div key={term.id}>
            <dt>{term.name}</dt>
            <dd>{term.meaning}</dd>
          </div>
        ))}
      </dl>
      {found.length ? null : <p className="faint">{t('help-no-word')}</p>}
    </>
  );
}
