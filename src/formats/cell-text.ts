/** A typed value as the text of a cell: days without a time as 2026-11-23; nothing as an empty cell. */
export function cellText(value: unknown): string {
  if (value === null || value === undefined) return '';
  if (typeof value === 'string') return value;
  if (typeof value === 'number') return Number.isFinite(value) ? String(value) : '';
  if (typeof value === 'bigint' || typeof value === 'boolean') return String(value);
  if (value instanceof Date) {
    const iso = Number.isNaN(value.getTime()) ? '' : value.toISOString();
    return iso.endsWith('T00:00:00.000Z') ? iso.slice(0, 10) : iso.replace('.000Z', 'Z');
  }
  if (value instanceof Uint8Array) return new TextDecoder('utf-8').decode(value);
  return JSON.stringify(value, (_, inner: unknown) => (typeof inner === 'bigint' ? String(inner) : inner));
}
