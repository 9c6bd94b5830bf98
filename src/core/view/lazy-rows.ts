/**
 * Rows each of which is worked out when somebody looks at it, once: of a long table some thirty are in sight.
 * @param row works out the one at a place
 * @example
 * lazyRows(3, (at) => [at, 10 * at])[2]; // [2, 20]
 */
export function lazyRows<Row>(count: number, row: (at: number) => Row): Row[] {
  const rows: Row[] = [];
  const keep = (at: number, value: Row) =>
    Object.defineProperty(rows, at, { value, writable: true, enumerable: true, configurable: true });
  for (let at = 0; at < count; at++) {
    const get = () => {
      const value = row(at);
      keep(at, value);
      return value;
    };
    Object.defineProperty(rows, at, { get, enumerable: true, configurable: true });
  }
  return rows;
}
