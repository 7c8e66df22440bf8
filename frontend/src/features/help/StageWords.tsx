// What one does at a stage, and what to mind there.
import { useHelpWords } from '../../shared/messages/help';
import css from './help.module.css';
import { type Helped, stageHelp } from './stageHelp';

export function StageWords({ stage }: { stage: Helped }) {
  const t = useHelpWords();
  const { about, steps, mind } = stageHelp(stage, t);
  return (
    <div className={css.words}>
      <p>{about}</p>
      <h3>{t('help-steps')}</h3>
      <ol>
        {steps.map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
      <h3>{t('help-mind')}</h3>
      <ul>
        {mind.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </div>
  );
}
