// Help: a page for each stage with its screen, the trade's words, and the keys.
import { NavLink, useParams } from 'react-router';
import bench from '../../../../docs/screenshots/bench.png?url';
import brief from '../../../../docs/screenshots/brief.png?url';
import build from '../../../../docs/screenshots/build.png?url';
import place from '../../../../docs/screenshots/place.png?url';
import practice from '../../../../docs/screenshots/practice.png?url';
import prove from '../../../../docs/screenshots/prove.png?url';
import rig from '../../../../docs/screenshots/rig.png?url';
import shape from '../../../../docs/screenshots/shape.png?url';
import shelf from '../../../../docs/screenshots/shelf.png?url';
import { useHelpWords } from '../../shared/messages/help';
import { Glossary } from './Glossary';
import css from './help.module.css';
import { Keys } from './Keys';
import { StageWords } from './StageWords';
import { HELPED, type Helped, isHelped, stageHelp } from './stageHelp';

const SCREENS: Record<Helped, string> = { brief, shape, place, build, rig, prove, shelf, bench, practice };

function OfStage({ stage }: { stage: Helped }) {
  const t = useHelpWords();
  const { name } = stageHelp(stage, t);
  return (
    <>
      <h1>{name}</h1>
      <StageWords stage={stage} />
      <img
        src={SCREENS[stage]}
        alt={t('help-screen', { stage: name })}
        width={1280}
        height={800}
        loading="lazy"
      />
    </>
  );
}

export function HelpPage() {
  const t = useHelpWords();
  const { about } = useParams();
  return (
    <div className={css.page}>
      <nav aria-label={t('help-title')}>
        <b>{t('help-stages')}</b>
        {HELPED.map((stage) => (
          <NavLink key={stage} to={`/help/${stage}`}>
            {stageHelp(stage, t).name}
          </NavLink>
        ))}
        <NavLink to="/help/words">{t('help-words')}</NavLink>
        <NavLink to="/help/keys">{t('help-keys')}</NavLink>
      </nav>
      <main>
        {about === 'words' ? (
          <>
            <h1>{t('help-words')}</h1>
            <Glossary />
          </>
        ) : about === 'keys' ? (
          <>
            <h1>{t('help-keys')}</h1>
            <Keys />
          </>
        ) : (
          <OfStage stage={isHelped(about) ? about : 'brief'} />
        )}
      </main>
    </div>
  );
}
