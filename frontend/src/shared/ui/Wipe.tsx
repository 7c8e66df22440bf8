// Where two pictures that lie on one another meet: a line, and the slider that moves it.
import { Slider } from 'antd';
import css from './ui.module.css';

/** What of the upper picture is seen when they meet so far from the left [%]. */
export const wipedAt = (at: number) => ({ clipPath: `inset(0 0 0 ${at}%)` });

export function WipeLine({ at }: { at: number }) {
  return <span className={css.wipeLine} style={{ left: `${at}%` }} />;
}

export function WipeSlider(props: { at: number; setAt: (at: number) => void; label: string }) {
  return (
    <Slider
      ariaLabelForHandle={props.label}
      value={props.at}
      onChange={props.setAt}
      tooltip={{ open: false }}
    />
  );
}
