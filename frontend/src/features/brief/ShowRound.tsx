// A minute's tour for whoever is here for the first time; it is skipped with one press, and never comes back.
import { Button, Tour } from 'antd';
import { useState } from 'react';
import { useBriefWords } from '../../shared/messages/brief';
import css from './brief.module.css';

const KEY = 'wenlo-shown-round';

const at = (selector: string) => () => document.querySelector<HTMLElement>(selector) as HTMLElement;

export function ShowRound() {
  const t = useBriefWords();
  const [shown, setShown] = useState(localStorage.getItem(KEY) !== null);
  const [touring, setTouring] = useState(false);
  const end = () => {
    localStorage.setItem(KEY, 'yes');
    setTouring(false);
    setShown(true);
  };
  if (shown) return null;
  return (
    <>
      <p className={css.showRound}>
        <b>{t('brief-first-time')}</b>
        <Button size="small" type="primary" onClick={() => setTouring(true)}>
          {t('brief-show-me-round')}
        </Button>
        <Button size="small" type="text" onClick={end}>
          {t('brief-not-now')}
        </Button>
      </p>
      <Tour
        open={touring}
        onClose={end}
        steps={[
          {
            title: t('brief-tour-questions'),
            description: t('brief-tour-questions-how'),
            target: at(`.${css.questions}`),
            placement: 'right',
          },
          {
            title: t('brief-tour-picture'),
            description: t('brief-tour-picture-how'),
            target: at('.picture-card'),
          },
          { title: t('brief-tour-best'), description: t('brief-tour-best-how'), target: at(`.${css.best}`) },
          {
            title: t('brief-tour-figures'),
            description: t('brief-tour-figures-how'),
            target: at('[data-testid="gauge-shadow_edge"]'),
            placement: 'top',
          },
          {
            title: t('brief-tour-stages'),
            description: t('brief-tour-stages-how'),
            target: at('a[href$="/shape"]'),
            placement: 'right',
          },
        ]}
      />
    </>
  );
}
