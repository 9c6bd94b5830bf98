import { useState } from 'react';
import { Button, PlainButton } from '../../kit/kit.js';
import css from './paper.module.css';

/** Takes a whole table as text, from a spreadsheet, an article or anything else. */
export function PasteBox({ lay, close }: { lay: (text: string) => boolean; close: () => void }) {
  const [text, setText] = useState('');
  const [failed, setFailed] = useState(false);
  return (
    <div className={css['paste']}>
      <label htmlFor="pasted">A table as text: from a spreadsheet, an article, a mail</label>
      <textarea
        id="pasted"
        rows={7}
        value={text}
        autoFocus
        spellCheck={false}
        placeholder={
          '            North end   South end\nOwn heap           64          18\nShared bay         22          49'
        }
        onChange={({ target }) => {
          setText(target.value);
          setFailed(false);
        }}
      />
      {failed && (
        <p className={css['bad']} role="alert">
          There is no table in this text. Give a line for each row, with tabs, commas, bars or gaps between the cells.
        </p>
      )}
      <p className={css['actions']}>
        <PlainButton
          onClick={() => {
            if (lay(text)) close();
            else setFailed(true);
          }}
        >
          Lay it out
        </PlainButton>
        <Button onClick={close}>Leave it</Button>
      </p>
    </div>
  );
}
