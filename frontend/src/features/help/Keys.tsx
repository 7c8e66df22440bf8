// Keys, and how numbers are typed.
import { useHelpWords } from '../../shared/messages/help';

const KEYS = ['1 2 3', 'Tab', 'Enter', '← ↑ → ↓', 'Ctrl Z', 'Ctrl ⇧ Z'];

export function Keys() {
  const t = useHelpWords();
  const does = [
    t('help-key-stage'),
    t('help-key-next'),
    t('help-key-type'),
    t('help-key-nudge'),
    t('help-key-undo'),
    t('help-key-redo'),
  ];
  return (
    <>
      <table className="list keys">
        <tbody>
          {KEYS.map((key, i) => (
            <tr key={key}>
              <td>
                <kbd>{key}</kbd>
              </td>
              <td>{does[i]}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p>{t('help-lengths')}</p>
      <p>{t('help-drag')}</p>
    </>
  );
}
