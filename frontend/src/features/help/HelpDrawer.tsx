// Help beside the stage that is worked at.
import { Drawer } from 'antd';
import { Link } from 'react-router';
import { useHelpWords } from '../../shared/messages/help';
import { Keys } from './Keys';
import { StageWords } from './StageWords';
import { isHelped, stageHelp } from './stageHelp';

export function HelpDrawer({ open, close }: { open: boolean; close: () => void }) {
  const t = useHelpWords();
  // a stage of a shoot, or a page of its own
  const [, page, , stage] = window.location.pathname.split('/');
  const here = [stage, page].find(isHelped) ?? null;
  return (
    <Drawer
      open={open}
      onClose={close}
      size={400}
      mask={false}
      title={here ? stageHelp(here, t).name : t('help-title')}
    >
      {here ? <StageWords stage={here} /> : null}
      <h3>{t('help-keys')}</h3>
      <Keys />
      <p>
        <Link to={here ? `/help/${here}` : '/help/brief'} onClick={close}>
          {t('help-whole')}
        </Link>
        {' · '}
        <Link to="/help/words" onClick={close}>
          {t('help-words')}
        </Link>
      </p>
    </Drawer>
  );
}
