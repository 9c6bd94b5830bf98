import type { Verdict } from '../src/core/recode/theme/mark.js';
import type { ThemeKey } from './themes.js';

/** What is said, with choices between braces, and the themes in it. */
export interface Phrase {
  text: string;
  themes: readonly ThemeKey[];
}

/** What a respondent says of one theme, by theme: whole sentences. */
export const SENTENCES: Record<Exclude<ThemeKey, 'grounds' | 'shared' | 'run' | 'content'>, readonly string[]> = {
  water: [
    'The {tap|standpipe} {by the gate|at the far end|on the lower path} {drips all day|needs mending|is too slow}.',
    'The trough {near the hut|by the gate} {has been broken since spring|leaks|is empty when one needs it}.',
    'There is {no pressure|hardly a trickle|nothing at all} in the {evenings|dry weeks} when everybody waters.',
    'We need {another tap|more water butts|a pump at the well} {on our side|at the top|for the new plots}.',
    'Carrying water {across the whole site|up the slope|for 200 metres} is {too much for me|hard|no joke in July}.',
    'The water is turned {off|on} too {early|late} in the {autumn|spring|year}.',
    'Hosepipes {run all night|are used though they are forbidden|should be allowed in August}.',
  ],
  animals: [
    '{Deer|Rabbits|Badgers} {got in again|ate all my beans|come through the hedge every night}.',
    'The fence {along the lane|by the railway|behind plot 30} {is down in two places|has holes|has not been mended}.',
    'Rats {in the old shed|under the compost|everywhere}, {please do something|somebody must put traps}.',
    'Pigeons and {slugs|magpies|squirrels} took {half of the cabbages|all the seedlings|everything that was green}.',
    'A proper fence {all around|on the lane side} would {help more than anything|keep the rabbits out}.',
  ],
  paths: [
    'The {lower|main|middle} path is {under water all winter|too narrow for a barrow|full of holes|slippery when wet}.',
    'There is {no|never enough} parking {at weekends|by the gate|since the new houses}.',
    'The gate {sticks|cannot be opened with one hand|is too heavy for me|needs a new lock that works}.',
    'With {a wheelchair|a stick|my bad hip} one {cannot get to the plots|gets no further than the gate}.',
    'Please {mow|gravel|level} the paths {more often|before somebody falls|this year}.',
  ],
  weeds: [
    'The plot {next to mine|behind us|on the corner} {is a jungle|was never dug|seeds thistles over to me}.',
    '{Bindweed comes|Couch grass comes|Brambles come} over from {empty plots|the edges} and I {dig in vain|give up}.',
    'People who do not work their plots should {get a letter|give them up|lose them}.',
    'Too many {neglected|overgrown|abandoned} plots.',
  ],
  hut: [
    'The {hut|store|shed} is {always locked when I come|damp|a mess|far too small}.',
    'A {hut|shelter|place to sit in the rain} would be {lovely|a good thing|worth the money}.',
    'Nobody {sweeps the hut|knows who has the key to the store|puts the tools back}.',
    'The {kettle in the hut|roof of the store|door of the tool shed} {is broken|leaks|wants replacing}.',
  ],
  compost: [
    'The compost {bays are full|bays are never turned|heap smells}.',
    'Could we {have|get} {a load of manure|wood chips|another compost bay} {in spring|for each path|delivered again}?',
    'A skip {once a year|in March} would {keep the rubbish off the plots|help}.',
    'People throw {plastic|cooked food|diseased plants} {on|into} the compost.',
  ],
  rent: [
    'The rent {is too high|is a bargain|should be lower} {for what one gets|these days|for pensioners}.',
    'The rent went up again {and nothing changed|without a word}.',
    'We pay {more each year|as much as for a garage}, {and what for|and the taps still leak}?',
    'I would pay {a little more|double} {for better paths|if it were spent on the site}.',
    'Why do half plots cost {the same|nearly as much as whole ones}?',
  ],
  waiting: [
    'I waited {three|five|seven} years for {my plot|half a plot}.',
    'My {daughter|neighbour|brother} has been on the list {since 2021|for years} while plots {stand empty|lie idle}.',
    'Nobody can say how long the waiting list {is|really is}.',
    'Some have {two|three} plots and others {wait|none}: {not fair|that should end}.',
  ],
  committee: [
    'The committee {does a good job|never answers|should meet in the evening|works hard for little thanks}.',
    '{Letters|E-mails|Questions} {are not answered|get an answer after months|go nowhere}.',
    'The notice board {is out of date|could be nearer to the gate|tells nothing}.',
    'Rules about {sheds|bonfires|trees} {change every year|are not kept by anybody|are too strict}.',
    'The inspections are {a nuisance|unfair|a good thing}.',
  ],
  people: [
    '{Lovely|Friendly|Helpful} people {all around|on the neighbouring plots|here}.',
    'My neighbour {gives me seedlings|waters for me when I am away|has shown me everything}.',
    'The {open day|summer party|seed swap} {was a joy|should come back|is the best day of the year}.',
    'Some {play loud music|let their dogs run|have barbecues every night}.',
    'I know {nobody|hardly anybody} here {any more|and it is a pity}.',
  ],
  theft: [
    'My {shed|cold frame|box} was broken into {twice|in the winter|again}.',
    '{Tools|Pumpkins|Strawberries|My barrow} {get stolen|were taken|disappear} {every year|overnight}.',
    '{Youngsters|Somebody} {broke the glass of my frame|cut the fence|set fire to a bin}.',
    'We need {a lock on the main gate|lights|a camera at the gate}, people just walk in and help themselves.',
  ],
};

/** What is said in a word or two. */
export const SHORT: readonly Phrase[] = [
  { text: '{Water|water!|water pressure|WATER|Taps}', themes: ['water'] },
  { text: '{Rats|rats!|deer and pigeons|the fence|Slugs.}', themes: ['animals'] },
  { text: '{paths|Parking|the gate|Muddy paths}', themes: ['paths'] },
  { text: '{Weeds|weeds everywhere|bindweed!!|empty plots full of thistles}', themes: ['weeds'] },
  { text: '{the hut|Locked hut|a shelter please}', themes: ['hut'] },
  { text: '{compost|more compost|manure please|a skip}', themes: ['compost'] },
  { text: '{Rent|rent too high|too dear|Rent!}', themes: ['rent'] },
  { text: '{waiting list|the waiting list is a joke|the list}', themes: ['waiting'] },
  { text: '{the committee|Committee!|better communication|no news}', themes: ['committee'] },
  { text: '{nice people|the people|Neighbours}', themes: ['people'] },
  { text: '{theft|Stealing|break-ins}', themes: ['theft'] },
  {
    text: '{Happy|all fine|All good|very good|Love it|keep it up|Perfect|nothing to complain about}',
    themes: ['content'],
  },
  { text: '{water and paths|paths, water|Water, paths}', themes: ['water', 'paths'] },
  { text: '{rats and thieves|thieves and rats}', themes: ['animals', 'theft'] },
  { text: 'rent up, {nothing done|no water}', themes: ['rent'] },
];

/** Praise and wishes that name nothing nearer, or a broader theme alone. */
export const GENERAL: readonly Phrase[] = [
  { text: 'It is {a lovely place|the best hour of my week|what keeps me going|my second home}.', themes: ['content'] },
  {
    text: '{I would not be without it|Would not change a thing|Thank you for everything|Wonderful}.',
    themes: ['content'],
  },
  { text: 'The whole site {looks run down|is in a poor state|wants a good clean-up}.', themes: ['grounds'] },
  { text: 'It is {well|badly|quietly} run.', themes: ['run'] },
  { text: 'A {mower|rotavator|shredder} that we can all {use|borrow} would be good.', themes: ['shared'] },
];

/** What stood in the first wave already, word for word and more than once. */
export const SAID_BEFORE: readonly Phrase[] = [
  { text: 'The tap by the gate, "the slow one", needs mending.', themes: ['water'] },
  { text: 'Happy as it is.', themes: ['content'] },
  { text: 'More compost bays please', themes: ['compost'] },
  { text: 'Waited three years for a plot; worth it.', themes: ['waiting', 'content'] },
  { text: 'The hut is always locked on Sundays, and nobody knows who has the key.', themes: ['hut', 'committee'] },
  { text: 'Deer got in again.\nThe fence along the lane is down in two places.', themes: ['animals'] },
  { text: 'Could we have a second notice board; one nearer the car park?', themes: ['committee'] },
  { text: 'Rats in the old shed', themes: ['animals'] },
  { text: 'Good neighbours, good soil.', themes: ['grounds', 'people'] },
  { text: 'Rent went up 12% and nothing changed', themes: ['rent'] },
  { text: "It's my favourite place.", themes: ['content'] },
  { text: 'Too many empty plots, they seed weeds everywhere', themes: ['weeds'] },
  { text: 'Crème fraîche and courgettes: thank you for the open day!', themes: ['people'] },
];

/** What has no theme, and why. */
export const WITHOUT: readonly { text: string; verdict: Exclude<Verdict, 'themes'> }[] = [
  { text: 'The bus no longer stops {at the corner|on Sundays}.', verdict: 'fits-nothing' },
  { text: 'My {knee|back} is {bad|no better} this year.', verdict: 'fits-nothing' },
  { text: 'Why do you ask for my age?', verdict: 'fits-nothing' },
  { text: 'What a {dry|wet} {summer|spring}.', verdict: 'fits-nothing' },
  { text: 'Good luck with {your survey|the survey|this}.', verdict: 'fits-nothing' },
  { text: '{As I said last year|See above|The usual|You know what I mean}.', verdict: 'unclear' },
  { text: '{It is not what it was|Could be better|That thing with the corner}.', verdict: 'unclear' },
  { text: '{no|No.|nothing|-|none|n/a|nothing to add}', verdict: 'left-out' },
  { text: 'Filled in for my {mother|neighbour}, {she|who} gave the plot up.', verdict: 'left-out' },
  { text: 'Wrong form, sorry', verdict: 'left-out' },
];

/** How long comments begin, and how they go on. */
export const OPENINGS = [
  '',
  '',
  '',
  'Since you ask: ',
  'Two things. ',
  'I have been here for {9|14|22} years. ',
  'Hello, ',
];
export const JOINTS = [' ', ' ', ' ', ' And ', ' Also: ', ' But ', '\n'];
