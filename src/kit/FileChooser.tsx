import { useRef } from 'react';
import { Button } from './kit.js';

interface Props {
  /** What the file is called for those who do not see the button. */
  called: string;
  /** What stands on the button. */
  text: string;
  /** Endings and kinds of the files that can be chosen. */
  accept: string;
  disabled: boolean;
  take: (file: File) => void;
}

/** A button that has the analyst choose a file. */
export function FileChooser({ called, text, accept, disabled, take }: Props) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button disabled={disabled} onClick={() => input.current?.click()}>
        {text}
      </Button>
      <input
        ref={input}
        type="file"
        className="sr-only"
        tabIndex={-1}
        aria-label={called}
        accept={accept}
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          if (file) take(file);
          event.target.value = '';
        }}
      />
    </>
  );
}
