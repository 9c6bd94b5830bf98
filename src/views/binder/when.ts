/** A moment as a binder says it. @example when('2026-11-30T09:12:00Z') // '30 November at 09:12' */
export const when = (iso: string): string =>
  new Date(iso).toLocaleString('en-GB', { day: 'numeric', month: 'long', hour: '2-digit', minute: '2-digit' });
