import { useState } from 'react';
import type { AnswerTo } from '../../api/types.js';
import { Button } from '../../kit/kit.js';
import { List, ListItem } from '../../kit/List.js';
import { fileAddress } from '../server/address.js';
import { change } from '../server/ask.js';
import css from './intake.module.css';

/** Files in the store that cannot be opened, each with the reason and what can be done with it. */
export function UnopenedList({
  files,
  run,
}: {
  files: AnswerTo<'GET /unopened'>;
  run: (work: () => Promise<unknown>) => Promise<boolean>;
}) {
  const [moved, setMoved] = useState<string | null>(null);
  const setAside = (file: string) =>
    run(async () => setMoved((await change('POST /unopened/{name}/set-aside', { name: file })).place));
  return (
    <>
      {files.length > 0 && (
        <section className={css['waiting']} aria-label="Cannot be opened">
          <h2>Cannot be opened</h2>
          <List>
            {files.map(({ file, kind, message, mend }) => (
              <ListItem
                key={file}
                acts={
                  <>
                    {kind !== 'no-permission' && kind !== 'elsewhere' && kind !== 'empty' && (
                      <a href={fileAddress('GET /unopened/{name}', { name: file })} download={file}>
                        Download it
                      </a>
                    )}
                    <Button aria-label={`Set ${file} aside`} onClick={() => void setAside(file)}>
                      Set aside
                    </Button>
                  </>
                }
              >
                <h3>{file}</h3>
                <p>
                  {message} {mend}
                </p>
              </ListItem>
            ))}
          </List>
        </section>
      )}
      <p role="status">{moved === null ? '' : `It is at ${moved} now.`}</p>
    </>
  );
}
