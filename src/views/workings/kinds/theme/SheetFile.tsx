import { useState } from 'react';
import { sheetOfTable } from '../../../../core/recode/theme/sheet-table.js';
import type { Theme } from '../../../../core/recode/theme/shape.js';
import { Problem } from '../../../../kit/kit.js';
import { FileChooser } from '../../../../kit/FileChooser.js';
import { fileAddress } from '../../../server/address.js';
import { ask } from '../../../server/ask.js';
import { problemText, type Trouble } from '../../../server/problem.js';
import shared from '../../workings.module.css';

interface Props {
  study: string;
  /** The working as it is kept; null: it is new. */
  working: number | null;
  themes: readonly Theme[];
  change: (themes: readonly Theme[]) => void;
}

/** The code sheet as a file: as it is kept, and one that was written elsewhere, into the draft. */
export function SheetFile({ study, working, themes, change }: Props) {
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const take = async (file: File) => {
    setTrouble(null);
    try {
      const lines = await ask('POST /studies/{study}/file-lines', { study, file, query: { file: file.name } });
      change(sheetOfTable(lines, themes));
    } catch (error) {
      setTrouble(problemText(error));
    }
  };
  return (
    <>
      {trouble && <Problem {...trouble} dismiss={() => setTrouble(null)} />}
      <p className={shared['row']}>
        <FileChooser
          called="A code sheet, as CSV"
          text="Take a code sheet in…"
          accept=".csv,.txt,text/csv"
          disabled={false}
          take={(file) => void take(file)}
        />
        {working !== null && themes.length > 0 && (
          <a href={fileAddress('GET /studies/{study}/workings/{working}/sheet/file', { study, working })} download>
            Code sheet as CSV
          </a>
        )}
      </p>
    </>
  );
}
