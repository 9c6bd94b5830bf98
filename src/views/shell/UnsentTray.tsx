import { useEffect, useState } from 'react';
import { plural } from '../../core/words.js';
import { Button } from '../../kit/kit.js';
import { sendUnsent } from '../server/ask.js';
import { forgetUnsent, keepWaiting, type Unsent } from '../server/unsent.js';
import { useUnsent } from '../server/use-unsent.js';
import css from './unsent.module.css';
import { sayUnsent } from './say-unsent.js';

/** How often it is looked whether the server answers again. */
const EVERY_MS = 3000;

const time = (at: number) => new Date(at).toLocaleTimeString('en-GB', { timeStyle: 'short' });

function Change({ item }: { item: Unsent }) {
  const { id, at, refused } = item;
  const words = sayUnsent(item);
  const again = () => {
    keepWaiting(id);
    void sendUnsent();
  };
  return (
    <li>
      <p>
        {words} <span className={css['soft']}>{time(at)}</span>
      </p>
      {refused && (
        <p>
          <strong>{refused.detail}</strong> {refused.mend}
        </p>
      )}
      <p className={css['acts']}>
        {refused && (
          <Button aria-label={`Send again: ${words}`} onClick={again}>
            Send again
          </Button>
        )}
        <Button aria-label={`Discard: ${words}`} onClick={() => forgetUnsent(id)}>
          Discard
        </Button>
      </p>
    </li>
  );
}

/** What was done in this browser and the server does not have: shown on every page until it has, or it is discarded. */
export function UnsentTray() {
  const items = useUnsent();
  const [open, setOpen] = useState(false);
  const refused = items.some((item) => item.refused);
  const any = items.length > 0;
  useEffect(() => {
    if (!any) return;
    void sendUnsent();
    const timer = setInterval(() => void sendUnsent(), EVERY_MS);
    const online = () => void sendUnsent();
    window.addEventListener('online', online);
    return () => {
      clearInterval(timer);
      window.removeEventListener('online', online);
    };
  }, [any]);
  return (
    <div role="status" aria-live="polite">
      {any && (
        <section className={css['tray']} aria-label="Changes that are not sent">
          <p>
            <strong>{plural(items.length, 'change is', 'changes are')} not sent.</strong>{' '}
            {refused
              ? 'The server does not take it as it is: decide what becomes of it.'
              : 'The server does not answer. They are kept in this browser, and are sent when it does.'}
          </p>
          <p className={css['acts']}>
            <Button onClick={() => void sendUnsent()}>Send now</Button>
            <Button aria-expanded={open || refused} onClick={() => setOpen(!open)}>
              {open || refused ? 'Hide them' : 'Show them'}
            </Button>
          </p>
          {(open || refused) && (
            <ol>
              {items.map((item) => (
                <Change key={item.id} item={item} />
              ))}
            </ol>
          )}
        </section>
      )}
    </div>
  );
}
