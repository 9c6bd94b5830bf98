import type { Verdict } from '../src/core/recode/theme/mark.js';
import { GENERAL, JOINTS, OPENINGS, type Phrase, SAID_BEFORE, SENTENCES, SHORT, WITHOUT } from './phrases.js';
import { type Draws, draws } from './random.js';
import type { ThemeKey } from './themes.js';

/** What a respondent wrote, and what is truly in it. */
export interface Comment {
  text: string;
  verdict: Verdict;
  themes: readonly ThemeKey[];
}

/** Who writes, as far as it changes what they write about. */
export interface Writer {
  /** 0 to 5. */
  site: number;
  /** About standard normal: how content they are. */
  content: number;
}

type Told = keyof typeof SENTENCES;
const TOLD = Object.keys(SENTENCES) as Told[];

/** How often a theme is written about: over all, and more where a site has its own trouble. */
const WEIGHTS: Record<Told, number> = {
  water: 20,
  animals: 13,
  paths: 11,
  weeds: 10,
  hut: 8,
  compost: 9,
  rent: 9,
  waiting: 6,
  committee: 10,
  people: 12,
  theft: 6,
};
const TROUBLE: readonly Partial<Record<Told, number>>[] = [
  { rent: 2, paths: 1.5 },
  { people: 2, water: 0.6 },
  { water: 2.5, weeds: 1.8, hut: 0.4 },
  { theft: 3.5, compost: 2 },
  { animals: 2.2 },
  { water: 0.4, paths: 1.8, people: 1.4 },
];

/** A text of which one of each choice between braces is taken, the innermost first. */
function chosen(text: string, { even }: Draws): string {
  const brace = /\{([^{}]*)\}/u;
  let rest = text;
  for (let found = brace.exec(rest); found; found = brace.exec(rest)) {
    const choices = (found[1] ?? '').split('|');
    rest = rest.replace(found[0], () => choices[Math.floor(even() * choices.length)] ?? '');
  }
  return rest;
}

/** A text with a slip of the keys in one of its longer words. */
function mistyped(text: string, { even, pick }: Draws): string {
  const words = [...text.matchAll(/[a-z]{4,}/gu)];
  const word = words[Math.floor(even() * words.length)];
  if (!word) return text;
  const at = word.index + 1 + Math.floor(even() * (word[0].length - 2));
  const [before, first, second, after] = [text.slice(0, at), text[at], text[at + 1], text.slice(at + 2)];
  const slips = [`${second}${first}`, `${second}`, `${first}${first}${second}`];
  return `${before}${slips[pick([5, 4, 3])]}${after}`;
}

/** A hurried hand: no capitals, or no sign at the end. */
const hurried = (text: string, { chance }: Draws): string =>
  chance(0.5) ? text.replace(/[.]$/u, '') : text.toLowerCase();

function themesToTell({ site, content }: Writer, count: number, { pick }: Draws): Told[] {
  const told: Told[] = [];
  while (told.length < count) {
    const next =
      TOLD[
        pick(
          TOLD.map((key) => {
            const mood = key === 'people' ? Math.exp(0.4 * content) : 1;
            return told.includes(key) ? 0 : WEIGHTS[key] * (TROUBLE[site]?.[key] ?? 1) * mood;
          }),
        )
      ];
    if (next) told.push(next);
  }
  return told;
}

function sentence(key: Told, draw: Draws): Phrase {
  const sentences = SENTENCES[key];
  return { text: sentences[Math.floor(draw.even() * sentences.length)] ?? '', themes: [key] };
}

/** A sentence that goes on behind a joint: with a small letter where the joint has no stop. */
function joined(before: string, joint: string, next: string): string {
  const goesOn = joint.trim() !== '' && !next.startsWith('I ');
  return before + joint + (goesOn ? next.charAt(0).toLowerCase() + next.slice(1) : next);
}

/** Sentences one behind another, with the themes of all. */
function told(writer: Writer, count: number, draw: Draws): Phrase {
  const own = themesToTell(writer, count, draw).map((key) => sentence(key, draw));
  if (draw.chance(writer.content > 0.4 ? 0.3 : 0.06)) own.push(GENERAL[draw.pick([5, 5, 0, 1, 1])]!);
  const opening = count > 2 ? (OPENINGS[Math.floor(draw.even() * OPENINGS.length)] ?? '') : '';
  const joint = () => JOINTS[Math.floor(draw.even() * JOINTS.length)] ?? ' ';
  const [first = '', ...others] = own.map(({ text: next }) => next);
  const text = others.reduce((sum, next) => joined(sum, joint(), next), opening + first);
  return { text, themes: [...new Set(own.flatMap(({ themes }) => themes))] };
}

/**
 * What somebody writes who writes anything.
 * @param seed in [0, 1): the same seed and writer make the same comment
 */
export function comment(seed: number, writer: Writer): Comment {
  const draw = draws(Math.floor(seed * 2 ** 31));
  const among = <T>(all: readonly T[]): T => all[Math.floor(draw.even() * all.length)]!;
  const kind = draw.pick([13, 15, 40, 17, 6, writer.content > 0 ? 8 : 4, 8]);
  if (kind === 0) return { ...among(SAID_BEFORE), verdict: 'themes' };
  if (kind === 6) {
    const { text, verdict } = among(WITHOUT);
    return { text: chosen(text, draw), verdict, themes: [] };
  }
  const { text, themes } =
    kind === 1
      ? among(SHORT)
      : kind === 5
        ? among(GENERAL)
        : told(writer, kind === 2 ? 1 : kind === 3 ? 2 : 3 + draw.pick([3, 1]), draw);
  let written = chosen(text, draw);
  if (draw.chance(0.22)) written = hurried(written, draw);
  if (draw.chance(0.2)) written = mistyped(written, draw);
  if (draw.chance(0.05)) written = mistyped(written, draw);
  return { text: written, verdict: 'themes', themes };
}
