import type { Linked } from '../../core/intake/layout.js';
import type { LinkedColumn } from '../../core/linked/column.js';
import type { Asking } from '../../core/linked/query.js';
import { readStudyFile } from '../../store/open.js';
import { linkedColumn, linkOf } from '../../store/links.js';
import { whoAsks } from '../asking.js';
import type { Service } from '../context.js';
import { accountOf } from './accounts.js';
import { askedOf } from './asked-of.js';
import { engineOf } from './connect.js';
import type { Engine } from './engine.js';

/** The studies whose respondents stay in databases, by their files. */
export interface LinkedFiles {
  /** Where a file's respondents stay; null: here. */
  linkOf: (file: string) => Linked | null;
  column: (file: string, id: number) => LinkedColumn;
  /** Does work that asks the database of a file. */
  ask: <T>(file: string, work: Asking<T>) => Promise<T>;
  /** Asks a database that no study is linked to yet, too. */
  engine: (link: Linked) => Engine;
  /** Lets go of a file, which is about to be moved. */
  forget: (file: string) => void;
  /** Lets go of a connection, whose account is another now. */
  letGo: (link: Linked) => Promise<void>;
  close: () => Promise<void>;
}

/** What a database is known by, with the account. */
const keyOf = ({ engine, host, port, database, tls, account }: Linked) =>
  JSON.stringify([engine, host, port, database, tls, account]);

/** Keeps links and connections while the service runs. */
export function linkedFiles(service: Pick<Service, 'folder'>): LinkedFiles {
  const links = new Map<string, Linked | null>();
  const columns = new Map<string, Map<number, LinkedColumn>>();
  const engines = new Map<string, Engine>();
  const reading = <T>(file: string, read: (db: ReturnType<typeof readStudyFile>) => T): T => {
    const db = readStudyFile(file);
    try {
      return read(db);
    } finally {
      db.close();
    }
  };
  const find = (file: string): Linked | null => {
    const known = links.get(file);
    if (known !== undefined) return known;
    const link = reading(file, linkOf);
    links.set(file, link);
    return link;
  };
  const engine = (link: Linked): Engine => {
    const key = keyOf(link);
    const own = engines.get(key) ?? engineOf(link, accountOf(service, link.account));
    engines.set(key, own);
    return own;
  };
  const column = (file: string, id: number): LinkedColumn => {
    const own = columns.get(file) ?? new Map<number, LinkedColumn>();
    columns.set(file, own);
    const known = own.get(id) ?? reading(file, (db) => linkedColumn(db, id));
    own.set(id, known);
    return known;
  };
  return {
    linkOf: find,
    column,
    engine,
    ask: (file, work) => {
      const link = find(file);
      if (!link) throw new Error('the study is not linked');
      const { table, apart } = link;
      const linked = { table, apart, columns: (id: number) => column(file, id) };
      return askedOf(work, engine(link), linked, whoAsks().signal);
    },
    forget: (file) => {
      links.delete(file);
      columns.delete(file);
    },
    letGo: async (link) => {
      const key = keyOf(link);
      const own = engines.get(key);
      engines.delete(key);
      await own?.close();
    },
    close: async () => {
      await Promise.all([...engines.values()].map((own) => own.close()));
      engines.clear();
    },
  };
}
