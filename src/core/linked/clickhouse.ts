import type { Dialect } from './dialect.js';

const ESCAPED: Record<string, string> = { '\\': '\\\\', "'": "\\'", '`': '\\`', '\0': '\\0' };

const escaped = (text: string) => text.replace(/[\\'`\0]/g, (letter) => ESCAPED[letter]!);

const CALLED = {
  abs: 'abs',
  sqrt: 'sqrt',
  ln: 'log',
  exp: 'exp',
  power: 'pow',
  floor: 'floor',
  least: 'least',
  greatest: 'greatest',
} as const;

const isFraction = (printed: string): boolean => !printed.startsWith("'") && !Number.isInteger(Number(printed));

/**
 * The dialect of ClickHouse.
 * @example clickhouse.text("it's") // "'it\\'s'"
 */
export const clickhouse: Dialect = {
  name: (name) => `\`${escaped(name)}\``,
  text: (value) => `'${escaped(value)}'`,
  number: (value) => `toFloat64(${value})`,
  fence: '',
  nothing: 'CAST(NULL AS Nullable(Float64))',
  asNumber: (column) => `if(isFinite(toFloat64(${column})), toFloat64(${column}), NULL)`,
  asText: (column) => `nullIf(toString(${column}), '')`,
  bare: { number: (column) => `toFloat64(${column})`, text: (column) => `toString(${column})` },
  not: (condition) => `NOT ifNull((${condition}), 0)`,
  lookup: (of, cases, otherwise, blank) => {
    if (cases.length === 0)
      return blank === otherwise ? String(otherwise) : `if(isNull(${of}), ${blank}, ${otherwise})`;
    // Numbers with a fraction are not found by transform in older servers.
    if (cases.some(([value]) => isFraction(value))) {
      const listed = cases.map(([value, to]) => `${of} = ${value}, ${to}`);
      return `toInt32(multiIf(isNull(${of}), ${blank}, ${listed.join(', ')}, ${otherwise}))`;
    }
    const values = cases.map(([value]) => value).join(', ');
    const results = cases.map(([, to]) => to).join(', ');
    return `toInt32(ifNull(transform(${of}, [${values}], [${results}], ${otherwise}), ${blank}))`;
  },
  call: (of, parts) => `${CALLED[of]}(${parts.join(', ')})`,
};
