/** What a linked study cannot be asked for, because it is decided or shown respondent by respondent. */
export const REFUSED = {
  respondents: 'Single respondents are not shown',
  answers: 'Answers are not coded one by one',
  export: 'Respondents are not exported',
  densities: 'Densities and pairs of numbers are not drawn',
  join: 'Respondents of a file are not added',
  means: 'Codes are not put in the order of another number',
} as const;

export type Refused = keyof typeof REFUSED;
