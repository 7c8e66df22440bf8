// The one text box of numbers outside of a drawing: what is typed stays until it is understood, Escape takes it back.
import {
  type ChangeEvent,
  type FocusEvent,
  type KeyboardEvent,
  useEffect,
  useId,
  useRef,
  useState,
} from 'react';

export type Typed = number | null | string;

/** A number as text, how text is read (a sentence where it is not understood), and who takes it. */
export type NumberEntry = {
  shown: string;
  read: (text: string) => Typed;
  set: (value: number | null) => void;
  /** The box is left with nothing wrong in it, taken or not. */
  done?: () => void;
};

/** What a text box needs to be one, and what is wrong with the text in it. */
export function useNumberEntry({ shown, read, set, done }: NumberEntry) {
  const [text, setText] = useState<string | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  // Escape leaves the box too, and the words that leaving would read are still the old ones then
  const left = useRef(false);
  const stay = () => {
    setText(null);
    setWrong(null);
  };
  const finish = () => {
    if (text !== null && text.trim() !== shown.trim()) {
      const got = read(text);
      if (typeof got === 'string') {
        setWrong(got);
        return;
      }
      set(got);
    }
    stay();
    done?.();
  };
  return {
    wrong,
    box: {
      value: text ?? shown,
      'aria-invalid': wrong !== null,
      onFocus: (event: FocusEvent<HTMLInputElement>) => {
        left.current = false;
        setText((typed) => typed ?? shown);
        event.currentTarget.select();
      },
      onChange: (event: ChangeEvent<HTMLInputElement>) => setText(event.currentTarget.value),
      onBlur: () => {
        if (!left.current) finish();
      },
      onKeyDown: (event: KeyboardEvent<HTMLInputElement>) => {
        if (event.key === 'Enter') event.currentTarget.blur();
        if (event.key === 'Escape') {
          left.current = true;
          stay();
          event.currentTarget.blur();
          done?.();
        }
      },
    },
  };
}

export function NumberInput(
  props: NumberEntry & {
    /** The name of the box, where no label stands round it. */
    name?: string;
    id?: string;
    className?: string;
    title?: string;
    placeholder?: string | undefined;
    /** Takes the keyboard as soon as it is there. */
    opened?: boolean;
    /** Arrow keys up and down. */
    step?: (way: 1 | -1) => void;
    /** What the server found wrong with the value that it has. */
    error?: string | null | undefined;
  },
) {
  const { name, step, error, opened, ...rest } = props;
  const { box, wrong } = useNumberEntry(props);
  const problem = useId();
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (opened) input.current?.focus();
  }, [opened]);
  const words = wrong ?? error ?? null;
  return (
    <>
      <input
        {...box}
        ref={input}
        id={rest.id}
        className={rest.className}
        title={rest.title}
        placeholder={rest.placeholder}
        aria-label={name}
        aria-describedby={words ? problem : undefined}
        aria-invalid={words !== null}
        onKeyDown={(event) => {
          // keys of the page are not for what is typed
          event.stopPropagation();
          box.onKeyDown(event);
          const way = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0;
          if (way && step) {
            event.preventDefault();
            step(way);
          }
        }}
      />
      {words ? (
        <small className="field-error" role="alert" id={problem}>
          {words}
        </small>
      ) : null}
    </>
  );
}
