import { REPORT_FORMAT_IDS, REPORT_FORMATS, type ReportFormat } from '../../core/report/report-formats.js';
import { Button } from '../../kit/kit.js';
import css from './hand-over.module.css';

/** The formats in which something can be handed over, each with what one gets. */
export function FormatList({ busy, choose }: { busy: boolean; choose: (as: ReportFormat) => void }) {
  return (
    <ul className={css['formats']}>
      {REPORT_FORMAT_IDS.map((id) => (
        <li key={id}>
          <Button disabled={busy} onClick={() => choose(id)}>
            {REPORT_FORMATS[id].name}
          </Button>
          <span>{REPORT_FORMATS[id].about}</span>
        </li>
      ))}
    </ul>
  );
}
