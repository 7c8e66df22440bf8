// A number that is typed to be added to a list or given as an answer: Enter or the button takes it.
import { Button } from 'antd';
import { useState } from 'react';
import type { Units } from '../units/length';
import { type Kind, read } from '../units/quantity';

export function NumberToAdd(props: {
  name: string;
  kind: Kind;
  units: Units;
  placeholder: string;
  button: string;
  /** What else it must be: a sentence where it is not. */
  accept?: (value: number) => string | null;
  add: (value: number) => void;
  primary?: boolean;
  disabled?: boolean;
  loading?: boolean;
}) {
  const { name, kind, units, placeholder, accept, add } = props;
  const [text, setText] = useState('');
  const [wrong, setWrong] = useState<string | null>(null);
  const take = () => {
    const got = read(text, kind, units);
    const problem = typeof got === 'string' ? got : (accept?.(got) ?? null);
    setWrong(problem);
    if (typeof got === 'string' || problem) return;
    setText('');
    add(got);
  };
  return (
    <>
      <input
        aria-label={name}
        aria-invalid={wrong !== null}
        placeholder={placeholder}
        value={text}
        onChange={(event) => setText(event.currentTarget.value)}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && text.trim()) take();
        }}
      />
      <Button
        size={props.primary ? 'middle' : 'small'}
        type={props.primary ? 'primary' : 'default'}
        disabled={!text.trim() || props.disabled === true}
        loading={props.loading ?? false}
        onClick={take}
      >
        {props.button}
      </Button>
      {wrong ? (
        <small className="field-error" role="alert">
          {wrong}
        </small>
      ) : null}
    </>
  );
}
