import { useState } from 'react';
import { isEnough } from '../../core/team/roles.js';
import type { AnswerTo } from '../../api/types.js';
import { Button, MainButton, Problem, Wait } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import { List, ListItem } from '../../kit/List.js';
import { ask } from '../server/ask.js';
import { refresh, askAgain } from '../server/stale.js';
import { useAnswer } from '../server/use-answer.js';
import css from './people.module.css';
import { timeOf } from './time-of.js';
import { useDoing } from './use-doing.js';

type Layer = AnswerTo<'GET /studies/{study}/layer'>;
type Offer = Layer['offers'][number];

const STATES = { open: 'waits', accepted: 'taken over', declined: 'declined', withdrawn: 'taken back' } as const;

/** What is offered to the common layer: what one has offered, and, for who edits, what others have. */
export function Offers({ study, layer }: { study: string; layer: Layer }) {
  const [looked, setLooked] = useState<number | null>(null);
  const { offers, role } = layer;
  if (offers.length === 0) return null;
  const mayDecide = isEnough(role, 'edits');
  return (
    <>
      <h2 className={css['head']}>Offered to the common layer</h2>
      <List>
        {offers.map((offer) => (
          <ListItem
            key={offer.id}
            acts={
              offer.state === 'open' && (
                <Button
                  aria-expanded={looked === offer.id}
                  onClick={() => setLooked(looked === offer.id ? null : offer.id)}
                >
                  What would change
                </Button>
              )
            }
            below={looked === offer.id && <Review study={study} offer={offer} layer={layer} mayDecide={mayDecide} />}
          >
            <h3>{offer.words}</h3>
            <p>
              {offer.ownerName}, {timeOf(offer.made)} · {STATES[offer.state]}
              {offer.decidedBy !== '' && ` by ${offer.decidedBy}`}
              {offer.note !== '' && ` · “${offer.note}”`}
              {offer.answer !== '' && ` · answer: “${offer.answer}”`}
            </p>
          </ListItem>
        ))}
      </List>
    </>
  );
}

interface ReviewProps {
  study: string;
  offer: Offer;
  layer: Layer;
  mayDecide: boolean;
}

function Review({ study, offer, layer, mayDecide }: ReviewProps) {
  const { answer: review, problem } = useAnswer('GET /studies/{study}/offers/{offer}', { study, offer: offer.id });
  const [answer, setAnswer] = useState('');
  const { busy, problem: refused, run } = useDoing();
  if (problem) return <Problem {...problem} />;
  if (!review) return <Wait>Working it out on the study’s data…</Wait>;
  const decide = (is: 'accepted' | 'declined' | 'withdrawn') =>
    run(
      () => ask('PUT /studies/{study}/offers/{offer}', { study, offer: offer.id, body: { is, answer } }),
      () => {
        askAgain('GET /studies/{study}/layer');
        void refresh(study);
      },
    );
  const isMine = layer.own !== null && layer.own.endsWith(`~${offer.owner}`);
  return (
    <div className={css['review']}>
      {review.made.length > 0 && <p>New for all: {review.made.join(', ')}.</p>}
      {review.changed.length > 0 && <p>Changed for all: {review.changed.join(', ')}.</p>}
      {review.tables.length > 0 && <p>Kept tables that use what is changed: {review.tables.join(', ')}.</p>}
      {review.misfits.map((misfit) => (
        <p key={misfit} className={css['wrong']}>
          Does not fit: {misfit}.
        </p>
      ))}
      {review.workings.map(({ title, holds, held, findings }) => (
        <details key={title} open={!holds}>
          <summary className={holds ? undefined : css['wrong']}>
            {title}: its proof {holds ? 'holds' : 'does not hold'}
            {held === null ? '' : held === holds ? ', as before' : held ? ', and held before' : ', and did not before'}
          </summary>
          <ul>
            {findings.map(({ text, holds: fine }) => (
              <li key={text} className={fine ? undefined : css['wrong']}>
                {text}
              </li>
            ))}
          </ul>
        </details>
      ))}
      {refused && <Problem {...refused} />}
      {mayDecide && (
        <label>
          An answer, where it is declined
          <input className={kit['input']} value={answer} onChange={(event) => setAnswer(event.target.value)} />
        </label>
      )}
      <p className={css['ways']}>
        {mayDecide && (
          <>
            <MainButton disabled={busy || review.misfits.length > 0} onClick={() => decide('accepted')}>
              Take it over
            </MainButton>
            <Button disabled={busy} onClick={() => decide('declined')}>
              Decline
            </Button>
          </>
        )}
        {isMine && (
          <Button disabled={busy} onClick={() => decide('withdrawn')}>
            Take it back
          </Button>
        )}
      </p>
    </div>
  );
}
