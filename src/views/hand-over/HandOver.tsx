import type { ReportFormat } from '../../core/report/report-formats.js';
import { MenuButton } from '../tables/MenuButton.js';
import { FormatList } from './FormatList.js';

interface Props {
  /** What is handed over, in a few words. */
  what: string;
  busy: boolean;
  choose: (as: ReportFormat) => void;
}

/** A button that opens the formats in which something can be handed over. */
export function HandOver({ what, busy, choose }: Props) {
  return (
    <MenuButton name="Hand over" title={`${what}, as a file for somebody else`} note={what}>
      <FormatList busy={busy} choose={choose} />
    </MenuButton>
  );
}
