/** A random survey, and tables of it worked out from its respondents one by one, without any of the product's code. */

/** The respondents' cells, as the file has them. */
export type Person = Readonly<Record<string, string>>;

/** Random numbers from a seed (mulberry32). */
export function random(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  };
}

const TICKS = ['t1', 't2', 't3', 't4'];

/** Single-choice variables with their answers; what is not among these is none. */
const ANSWERS: Readonly<Record<string, readonly string[]>> = {
  view: ['1', '2', '3', '4'],
  area: ['1', '2', '3'],
  wave: ['1', '2'],
};

export function people(seed: number, respondents: number): Person[] {
  const next = random(seed);
  const pick = <T>(of: readonly T[]): T => of[Math.floor(next() * of.length)]!;
  return Array.from({ length: respondents }, (): Person => {
    const isSilent = next() < 0.06;
    const ticks = TICKS.map(() => (isSilent ? '' : next() < 0.3 ? '1' : '0'));
    const isNone = !isSilent && ticks.every((tick) => tick === '0') && next() < 0.6;
    return {
      view: pick(['1', '1', '2', '3', '4', '4', '9', '']),
      area: pick(['1', '2', '2', '3', '']),
      wave: pick(['1', '2', '2', '2']),
      ...Object.fromEntries(TICKS.map((tick, k) => [tick, ticks[k]!])),
      tnone: isSilent ? '' : isNone ? '1' : '0',
      age: next() < 0.05 ? '' : String(18 + Math.floor(next() * 60)),
      weight: next() < 0.04 ? '' : (0.25 + next() * 2).toFixed(3),
    };
  });
}

export const fileOf = (all: readonly Person[]): string =>
  [Object.keys(all[0] ?? {}).join(','), ...all.map((person) => Object.values(person).join(','))].join('\n');

const code = (name: string, one: string) => ({ code: one, label: `${name} ${one}` });
const single = (name: string, level: string) => ({
  name,
  label: name,
  level,
  codes: [
    ...(ANSWERS[name] ?? []).map((own) => code(name, own)),
    ...(name === 'view' ? [{ ...code(name, '9'), missing: 'refused' }] : []),
  ],
});

/** The codebook of the survey. */
export const CODEBOOK = {
  variables: [
    single('view', 'ordered'),
    single('area', 'unordered'),
    single('wave', 'unordered'),
    ...[...TICKS, 'tnone'].map((name) => ({ name, label: name, level: 'unordered' })),
    { name: 'age', label: 'age', level: 'number' },
    { name: 'weight', label: 'weight', level: 'number' },
  ],
  multiple: [
    {
      name: 'crops',
      label: 'crops',
      columns: TICKS.map((name) => ({ name, label: `crops ${name}` })),
      ticked: '1',
      none: 'tnone',
    },
  ],
};

type Is = (person: Person) => boolean;

/** The lines of a variable, and who is in its base. */
export function linesOf(name: string): { lines: Is[]; base: Is } {
  if (name === 'crops') {
    const some: Is = (person) => TICKS.some((tick) => person[tick] === '1');
    const none: Is = (person) => !some(person) && person['tnone'] === '1';
    const nothing: Is = (person) => !some(person) && person['tnone'] === '0';
    const options = TICKS.map(
      (tick): Is =>
        (person) =>
          person[tick] === '1',
    );
    return { lines: [...options, none, nothing], base: (person) => some(person) || none(person) || nothing(person) };
  }
  const answers = ANSWERS[name] ?? [];
  return {
    lines: answers.map(
      (answer): Is =>
        (person) =>
          person[name] === answer,
    ),
    base: (person) => answers.includes(person[name] ?? ''),
  };
}

/** The columns of a nest, all together first. */
export function columnsOf(nest: readonly string[]): Is[] {
  const parts = nest.map(linesOf);
  const all: Is = (person) => parts.every(({ base }) => base(person));
  const crossed = parts.reduce<Is[]>(
    (outer, { lines }) =>
      outer.flatMap((above) =>
        lines.map(
          (below): Is =>
            (person) =>
              above(person) && below(person),
        ),
      ),
    [() => true],
  );
  return [all, ...crossed];
}

/** A condition as an address has it, and whom it keeps. */
export const CONDITIONS: readonly { only: unknown; keeps: Is }[] = [
  { only: { variable: 'wave', is: 'any-of', codes: ['2'] }, keeps: ({ wave }) => wave === '2' },
  {
    only: { not: { variable: 'area', is: 'any-of', codes: ['1'] } },
    keeps: ({ area }) => area === '2' || area === '3',
  },
  {
    only: { variable: 'age', is: 'between', from: 30, to: 60 },
    keeps: ({ age = '' }) => age !== '' && Number(age) >= 30 && Number(age) <= 60,
  },
  {
    only: {
      or: [
        { variable: 'wave', is: 'any-of', codes: ['1'] },
        { variable: 'area', is: 'any-of', codes: ['3'] },
      ],
    },
    keeps: ({ wave, area }) => wave === '1' || area === '3',
  },
];
