import { byId } from '../../core/by-id.js';
import { useMemo, useState } from 'react';
import type { RosterVariable, StudyView } from '../../api/types.js';
import { LEVEL_WORDS, titleOf } from '../../core/codebook/types.js';
import { whole } from '../../core/figures.js';
import { Button, Problem } from '../../kit/kit.js';
import { Segmented } from '../../kit/Segmented.js';
import kit from '../../kit/kit.module.css';
import { Picker } from '../../kit/Picker.js';
import { searchText } from '../roster/words.js';
import { RespondentGrid } from './RespondentGrid.js';
import { conditionFor, useRespondents } from './use-respondents.js';
import { Bar } from '../../kit/Bar.js';
import css from './codebook.module.css';

type As = 'labels' | 'codes';

/** The respondents themselves, row by row, as codes or as labels; all of them, or those with a value. */
export function RespondentsView({ study, view }: { study: string; view: StudyView }) {
  const [as, setAs] = useState<As>('labels');
  const [open, setOpen] = useState(false);
  const query = new URLSearchParams(location.search);
  const [by, setBy] = useState<RosterVariable | null>(
    () => view.variables.find(({ name }) => name === query.get('variable')) ?? null,
  );
  const [value, setValue] = useState(query.get('value') ?? '');
  const [search, setSearch] = useState('');
  const variables = useMemo(
    () =>
      view.variables.filter(
        (variable) =>
          !variable.aside && (search === '' || searchText(variable).toLowerCase().includes(search.toLowerCase())),
      ),
    [view, search],
  );
  const condition = useMemo(() => conditionFor(by, value), [by, value]);
  const { total, rowAt, need, problem } = useRespondents(study, variables, condition);
  const coded = by !== null && by.level !== 'number' && by.level !== 'text';
  return (
    <section className={css['list']} aria-label="Respondents">
      <h1 className="sr-only">Respondents</h1>
      <Bar edge>
        <Segmented
          label="Show as"
          value={as}
          choose={setAs}
          of={[
            ['labels', 'Labels'],
            ['codes', 'Codes'],
          ]}
        />
        <span className={css['filter']}>
          Only where{' '}
          <span className={css['anchor']}>
            <Button aria-expanded={open} onClick={() => setOpen(!open)}>
              {by ? titleOf(by) : 'a variable…'}
            </Button>
            {open && (
              <Picker
                label="Which variable"
                options={view.variables.map((variable) => ({
                  id: variable.id,
                  label: titleOf(variable),
                  hint: LEVEL_WORDS[variable.level],
                  also: searchText(variable),
                }))}
                choose={(id) => {
                  setBy(byId(view.variables, id) ?? null);
                  setValue('');
                  setOpen(false);
                }}
                close={() => setOpen(false)}
              />
            )}
          </span>
          {by && ' is '}
          {coded && (
            <select
              className={kit['input']}
              aria-label={`Value of ${titleOf(by)}`}
              value={value}
              onChange={(event) => setValue(event.target.value)}
            >
              <option value="">anything</option>
              {by.codes.map(({ code, label }) => (
                <option key={code} value={code}>
                  {label}
                </option>
              ))}
            </select>
          )}
          {by && !coded && (
            <input
              className={kit['input']}
              aria-label={`Value of ${titleOf(by)}`}
              placeholder={by.level === 'number' ? '18 or 18 to 30' : 'the text'}
              value={value}
              onChange={(event) => setValue(event.target.value)}
            />
          )}
          {by && (
            <Button
              onClick={() => {
                setBy(null);
                setValue('');
              }}
            >
              All respondents
            </Button>
          )}
        </span>
        <input
          type="search"
          aria-label="Find columns"
          placeholder="Find columns"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
        />
        <span className={css['soft']} role="status">
          {total === null
            ? ''
            : `${whole(total)} of ${whole(view.study.respondents)} respondents, ${whole(variables.length)} variables`}
        </span>
      </Bar>
      {problem && <Problem {...problem} />}
      <RespondentGrid
        variables={variables}
        total={total ?? 0}
        labels={as === 'labels'}
        rowAt={rowAt}
        need={need}
        empty={total === null ? 'Looking…' : 'Nobody has this value.'}
      />
    </section>
  );
}
