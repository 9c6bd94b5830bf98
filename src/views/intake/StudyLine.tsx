import { useState } from 'react';
import type { StudyRow } from '../../api/types.js';
import { whole } from '../../core/figures.js';
import { Button, Field, MainButton, PlainButton } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import { fileAddress } from '../server/address.js';
import { change } from '../server/ask.js';
import { ListItem } from '../../kit/List.js';
import css from './intake.module.css';
import { SizeWordsFields } from './SizeWordsFields.js';

const day = (iso: string) =>
  new Date(iso).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });
const moment = (iso: string) => new Date(iso).toLocaleString('en-GB', { dateStyle: 'long', timeStyle: 'medium' });

interface Names {
  name: string;
  subtitle: string;
}

interface Props {
  study: StudyRow;
  /** Another study has the same name: the id tells them apart. */
  twin: boolean;
  /** Opened to be edited at once. */
  editing: boolean;
  /** Does something, and says what went wrong. */
  run: (work: () => Promise<unknown>) => Promise<boolean>;
}

/** What a study is called and what its words for size are, to be changed. */
function StudyForm({
  study,
  edit,
  setEdit,
  run,
}: Pick<Props, 'study' | 'run'> & { edit: Names; setEdit: (edit: Names | null) => void }) {
  const { id } = study;
  return (
    <form
      className={css['editing']}
      onSubmit={(event) => {
        event.preventDefault();
        void run(() => change('PATCH /studies/{study}', { study: id, body: edit })).then(
          (done) => done && setEdit(null),
        );
      }}
    >
      <Field label="Name">
        <input
          className={kit['input']}
          value={edit.name}
          maxLength={200}
          onChange={({ target }) => setEdit({ ...edit, name: target.value })}
        />
      </Field>
      <Field label="Description">
        <input
          className={kit['input']}
          value={edit.subtitle}
          maxLength={200}
          onChange={({ target }) => setEdit({ ...edit, subtitle: target.value })}
        />
      </Field>
      <div className={css['acts']}>
        <MainButton type="submit" disabled={edit.name.trim() === ''}>
          Keep
        </MainButton>
        <PlainButton onClick={() => setEdit(null)}>Leave as it was</PlainButton>
      </div>
      <SizeWordsFields
        words={study.settings.sizeWords}
        keep={(sizeWords) => run(() => change('PATCH /studies/{study}', { study: id, body: { sizeWords } }))}
      />
    </form>
  );
}

/** A study in the list: what it is, where it leads, and what can be done with it as a whole. */
export function StudyLine({ study, twin, editing, run }: Props) {
  const { id, name, subtitle } = study;
  const [edit, setEdit] = useState<Names | null>(editing ? { name, subtitle } : null);
  return (
    <ListItem
      acts={
        <>
          <a href={`/studies/${id}/codebook`} aria-label={`Codebook of ${name}`}>
            Codebook
          </a>
          <a href={`/studies/${id}/binder`} aria-label={`Binder of ${name}`}>
            Binder
          </a>
        </>
      }
      below={
        <>
          <p className={css['acts']} role="group" aria-label={`The study ${name} as a whole`}>
            <Button aria-expanded={edit !== null} onClick={() => setEdit(edit ? null : { name, subtitle })}>
              Rename or describe
            </Button>
            <Button onClick={() => void run(() => change('POST /studies/{study}/copy', { study: id, body: {} }))}>
              Copy
            </Button>
            <a href={fileAddress('GET /studies/{study}/backup', { study: id })} download>
              Back up as one file
            </a>
            <Button onClick={() => void run(() => change('DELETE /studies/{study}', { study: id }))}>Delete</Button>
          </p>
          {edit && <StudyForm study={study} edit={edit} setEdit={setEdit} run={run} />}
        </>
      }
    >
      <h2>
        <a href={`/studies/${id}/tables`}>{name}</a>
      </h2>
      <p>
        {subtitle !== '' && `${subtitle} · `}
        {whole(study.respondents)} respondents · {study.fileName} · taken in on{' '}
        {twin ? `${moment(study.created)} · ${id}` : day(study.created)}
      </p>
    </ListItem>
  );
}
