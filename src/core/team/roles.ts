/** What somebody may do in a study; each may do what those before it may. */
export const ROLES = ['reads', 'tabulates', 'edits', 'owns'] as const;
export type Role = (typeof ROLES)[number];

/** @example isRole('edits') // true */
export const isRole = (text: string): text is Role => (ROLES as readonly string[]).includes(text);

/** What a role is good for, in words. */
export const ROLE_WORDS: Readonly<Record<Role, string>> = {
  reads: 'Looks at tables, codebook, workings and binders.',
  tabulates: 'Has a layer of their own in which to make workings, tables and binders.',
  edits: 'Changes what the study has for all: codebook, workings, tables, binders, further waves.',
  owns: 'Says who may do what, what is handed out, names the study, backs it up and bins it.',
};

/**
 * Whether a role is enough where another one is asked for.
 * @example isEnough('edits', 'tabulates') // true
 */
export const isEnough = (role: Role | null, needed: Role): boolean =>
  role !== null && ROLES.indexOf(role) >= ROLES.indexOf(needed);
