// The colour of the skin or the thing: usual ones as patches, and any other.
import { ColorPicker } from 'antd';
import css from './brief.module.css';

type Patch = { id: string; name: string; colour: string };

export function SubjectColour(props: {
  label: string;
  own: string;
  options: Patch[];
  value: string | null;
  choose: (colour: string | null) => void;
}) {
  const { options, value, choose } = props;
  const usual = options.some((o) => o.colour === value);
  return (
    <fieldset className={css.colours}>
      <legend className="field-label">{props.label}</legend>
      {options.map((o) => (
        <button
          key={o.id}
          type="button"
          aria-label={o.name}
          aria-pressed={o.colour === value}
          title={o.name}
          className={css.patch}
          style={{ background: o.colour }}
          onClick={() => choose(o.colour === value ? null : o.colour)}
        />
      ))}
      <ColorPicker
        size="small"
        disabledAlpha
        value={value && !usual ? value : null}
        onChangeComplete={(colour) => choose(colour.toHexString().toLowerCase())}
        aria-label={props.own}
      />
    </fieldset>
  );
}
