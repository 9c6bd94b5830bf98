import { useState } from 'react';
import type { AnswerTo } from '../../api/types.js';
import { Button, MainButton, Problem, Wait } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import { List, ListItem } from '../../kit/List.js';
import { Page, PageTitle } from '../../kit/Page.js';
import { ask } from '../server/ask.js';
import { askAgain } from '../server/stale.js';
import { useAnswer } from '../server/use-answer.js';
import { guarded } from '../shell/guarded.js';
import { Offers } from './Offers.js';
import css from './people.module.css';
import { timeOf } from './time-of.js';
import { type Doing, useDoing } from './use-doing.js';

type Layer = AnswerTo<'GET /studies/{study}/layer'>;

const LAYER = 'GET /studies/{study}/layer';
const again = () => askAgain(LAYER);

/** What is one's own in a study: to whom it is shown, what is offered to the common layer, what became of it. */
function LayerPage({ study }: { study: string }) {
  const { answer, problem } = useAnswer(LAYER, { study });
  const doing = useDoing();
  if (problem) return <Problem {...problem} />;
  if (!answer) return <Wait>Looking at your layer…</Wait>;
  const isOwn = answer.layer === 'own';
  return (
    <Page split>
      <section>
        <PageTitle>{isOwn ? 'My own layer' : 'The common layer'}</PageTitle>
        <p className={css['note']}>
          {isOwn
            ? 'What you make and change here is yours: nobody else sees it until you show it, and the study ' +
              'for all stays as it is.'
            : 'What is changed here is changed for all who work in this study.'}
          {!isOwn && answer.own !== null && (
            <>
              {' '}
              <a href={`/studies/${answer.own}/layer`}>Go to your own layer</a>
            </>
          )}
        </p>
        {doing.problem && <Problem {...doing.problem} dismiss={doing.forget} />}
        {isOwn && <News study={study} layer={answer} doing={doing} />}
        {isOwn && <Things study={study} layer={answer} doing={doing} />}
      </section>
      <section>
        {isOwn && <OfferEntries study={study} layer={answer} doing={doing} />}
        <Offers study={study} layer={answer} />
      </section>
    </Page>
  );
}

interface PartProps {
  study: string;
  layer: Layer;
  doing: Doing;
}

function News({ study, layer: { news }, doing }: PartProps) {
  if (news.length === 0) return null;
  return (
    <div className={css['news']} role="status">
      <h2 className={css['head']}>What was changed beneath it</h2>
      <ul>
        {news.map(({ id, at, words }) => (
          <li key={id}>
            {words} <small>{timeOf(at)}</small>
          </li>
        ))}
      </ul>
      <Button onClick={() => doing.run(() => ask('DELETE /studies/{study}/layer/news', { study }), again)}>
        I have read this
      </Button>
    </div>
  );
}

const PARTS = { variable: 'Variable', table: 'Table', binder: 'Binder' } as const;

function Things({ study, layer: { things, others }, doing }: PartProps) {
  const show = (thing: Layer['things'][number], whom: string) =>
    doing.run(
      () =>
        ask('POST /studies/{study}/shares', {
          study,
          body: { part: thing.part, thing: thing.id, shownTo: whom === 'all' ? null : Number(whom) },
        }),
      again,
    );
  const hide = (share: number) =>
    doing.run(() => ask('DELETE /studies/{study}/shares/{share}', { study, share }), again);
  return (
    <>
      <h2 className={css['head']}>What you made</h2>
      {things.length === 0 && (
        <p className={css['note']}>
          Nothing yet. What you make under <a href={`/studies/${study}/workings`}>Workings</a>,{' '}
          <a href={`/studies/${study}/tables`}>Tables</a> and <a href={`/studies/${study}/binder`}>Binder</a> stands
          here.
        </p>
      )}
      <List>
        {things.map((thing) => (
          <ListItem
            key={`${thing.part} ${thing.id}`}
            acts={
              <select
                className={css['select']}
                aria-label={`Show ${thing.title} to`}
                value=""
                onChange={(event) => show(thing, event.target.value)}
              >
                <option value="">Show it to…</option>
                <option value="all">everybody here</option>
                {others.map(({ person, name }) => (
                  <option key={person} value={person}>
                    {name}
                  </option>
                ))}
              </select>
            }
            below={
              thing.shares.length > 0 && (
                <p className={css['ways']}>
                  {thing.shares.map(({ id, name }) => (
                    <Button key={id} onClick={() => hide(id)} title={`Show it to ${name} no more`}>
                      shown to {name} ×
                    </Button>
                  ))}
                </p>
              )
            }
          >
            <h3>{thing.title}</h3>
            <p>{PARTS[thing.part]}</p>
          </ListItem>
        ))}
      </List>
    </>
  );
}

/** Entries of one's own ledger, to be offered to the common layer. */
function OfferEntries({ study, layer: { entries }, doing }: PartProps) {
  const [chosen, setChosen] = useState<readonly number[]>([]);
  const [note, setNote] = useState('');
  if (entries.length === 0) return null;
  const toggle = (id: number) =>
    setChosen(chosen.includes(id) ? chosen.filter((other) => other !== id) : [...chosen, id]);
  return (
    <form
      className={css['form']}
      aria-label="Offer to the common layer"
      onSubmit={(event) => {
        event.preventDefault();
        doing.run(
          () => ask('POST /studies/{study}/offers', { study, body: { entries: [...chosen], note } }),
          () => {
            setChosen([]);
            setNote('');
            again();
          },
        );
      }}
    >
      <h2 className={css['head']}>Offer to the common layer</h2>
      <p className={css['note']}>Whoever edits it sees what would change, with the proofs, and takes it over or not.</p>
      <ul className={css['choose']}>
        {entries.map(({ id, words }) => (
          <li key={id}>
            <label>
              <input type="checkbox" checked={chosen.includes(id)} onChange={() => toggle(id)} /> {words}
            </label>
          </li>
        ))}
      </ul>
      <label>
        What is to be said of it
        <textarea
          className={kit['input']}
          rows={2}
          maxLength={2000}
          value={note}
          onChange={(event) => setNote(event.target.value)}
        />
      </label>
      <p>
        <MainButton type="submit" disabled={doing.busy || chosen.length === 0}>
          Offer{' '}
          {chosen.length === 0
            ? 'what is ticked'
            : chosen.length === 1
              ? 'this entry'
              : `these ${chosen.length} entries`}
        </MainButton>
      </p>
    </form>
  );
}

export const LayerScreen = guarded(LayerPage);
