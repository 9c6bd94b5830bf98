import { plainLetters } from '../plain-letters.js';
import type { MissingReason } from './types.js';

/** Matches a text that is one of some phrases, and nothing else. */
const anyOf = (...phrases: readonly string[]) => new RegExp(`^(${phrases.join('|')})$`);

/** What labels say that are no answers, by the reason; in small letters without marks, apostrophes and points. */
const SAID: Record<Exclude<MissingReason, 'other'>, RegExp> = {
  'dont-know': anyOf(
    '(i )?(dont|do not|doesnt|does not|didnt|did not) (really )?know( yet)?',
    'dk|d k|dunno|unsure|not sure|no idea',
    '(cant|cannot|could not|couldnt) (say|choose|remember|recall|tell)',
    'weiss( ich)? nicht|ne sai[st] pas|nsp|weet( ik)? niet|no sabe|ns|non so|nao sabe|vet ej|vet ikke',
  ),
  refused: anyOf(
    'ref|rf|refused|refusal|refuses|refused to (answer|say)|refuses to (answer|say)',
    '(declined|declines|decline)( to (answer|say|state))?',
    '(i |id |i would )?(prefer|rather|want|wish)s? not to (say|answer|tell|state)',
    '(i |id |i would )?rather not (say|answer|tell)',
    '(will not|wont|unwilling to|not willing to) (say|answer|tell)',
    'verweigert|antwort verweigert|refus|geweigerd|no contesta|nc|rifiuta|recusa',
  ),
  'not-asked': anyOf(
    '(question )?(not|never|wasnt|was not) (asked|shown|administered|presented|put)( .*)?',
    'inapplicable|inap|iap|not applicable|non applicable|does not apply|doesnt apply',
    'skipped|legitimate skip|valid skip|skip|filter|filtered( out)?|routed out|routing',
    'not in (sample|wave|split|version)',
    'nicht zutreffend|trifft nicht zu|nicht gefragt|niet van toepassing',
  ),
};
const OTHER = anyOf(
  '(no|non)[ -]?(answer|response|reply|opinion given|data|information|value)( given)?',
  '(not|un|non)[ -]?(answered|stated|given|ascertained|available|recorded|reported|specified|determined|known)',
  '(not|un|non)[ -]?(coded|codable|provided)',
  'missing|missing value|missing data|sysmis|blank|empty|none given|unknown|undetermined',
  'illegible|unreadable|unusable|invalid|invalid answer',
  'na|n a|n/a|null|nan|n v t|k a',
  'keine angabe|keine antwort|sans reponse|geen antwoord|sin respuesta',
  '[-–—.?*#]+',
);

/** A label in small letters, without marks on letters, apostrophes, points, brackets around it and spaces too many. */
function plain(label: string): string {
  return plainLetters(label)
    .toLowerCase()
    .replace(/['’`´]/g, '')
    .trim()
    .replace(/^[[({<]+|[\])}>]+$/g, '')
    .replace(/(?<=\w)[.!]+/g, ' ')
    .replace(/_+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
}

function reasonOf(words: string): MissingReason | null {
  for (const [reason, pattern] of Object.entries(SAID)) if (pattern.test(words)) return reason as MissingReason;
  return OTHER.test(words) ? 'other' : null;
}

/**
 * Why a code with this label is no answer: "Don't know", "Refused", "Not asked", "No answer" and their like. Two such
 * reasons in one label ("Don't know / refused") are `other`. Null: nothing in the label says so.
 * @example reasonInWords("DON'T KNOW") // 'dont-know'
 */
export function reasonInWords(label: string): MissingReason | null {
  const words = plain(label);
  const whole = reasonOf(words);
  if (whole !== null) return whole;
  const parts = words.split(/\s*[/,;|]\s*|\s+or\s+|\s+-\s+|\s*\(\s*/).filter((part) => part !== '');
  if (parts.length < 2) return null;
  const reasons = new Set(parts.map(reasonOf));
  if (reasons.has(null)) return null;
  const [first = null] = reasons;
  return reasons.size === 1 ? first : 'other';
}
