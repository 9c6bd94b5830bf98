/** Things of an own layer that can be shown to others. */
export const SHARED_PARTS = ['variable', 'table', 'binder'] as const;
export type SharedPart = (typeof SHARED_PARTS)[number];
