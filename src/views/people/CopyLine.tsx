import { useState } from 'react';
import { Button } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import css from './people.module.css';

/** A text to be taken away, which is not shown again. */
export function CopyLine({ label, text }: { label: string; text: string }) {
  const [copied, setCopied] = useState(false);
  return (
    <div className={css['copy']} role="group" aria-label={label}>
      <p>{label}</p>
      <input
        className={kit['input']}
        readOnly
        aria-label={label}
        value={text}
        onFocus={(event) => event.target.select()}
      />
      <Button
        onClick={() => {
          void navigator.clipboard.writeText(text).then(() => setCopied(true));
        }}
      >
        {copied ? 'Copied' : 'Copy'}
      </Button>
    </div>
  );
}
