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
  surely: (condition) => `ifNull(${condition}, 0)`,
  lookup: (of, cases, otherwise, blank) => {
    const values = cases.map(([value]) => value).join(', ');
    const results = cases.map(([, to]) => to).join(', ');
    const listed = cases.length === 0 ? String(otherwise) : `transform(${of}, [${values}], [${results}], ${otherwise})`;
    if (cases.length === 0) return blank === otherwise ? listed : `if(isNull(${of}), ${blank}, ${listed})`;
    return `toInt32(ifNull(${listed}, ${blank}))`;
  },
  call: (of, parts) => `${CALLED[of]}(${parts.join(', ')})`,
};
