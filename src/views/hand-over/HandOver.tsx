import type { ReportFormat } from '../../core/report/report-formats.js';
import { MenuButton } from '../tables/MenuButton.js';
import { FormatList } from './FormatList.js';

interface Props {
  /** What the button says; "Hand over", where it is not said. */
  name?: string;
  /** What is handed over, in a few words. */
  what: string;
  busy: boolean;
  choose: (as: ReportFormat) => void;
}

/** A button that opens the formats in which something can be handed over. */
export function HandOver({ name = 'Hand over', what, busy, choose }: Props) {
  return (
    <MenuButton name={name} title={`${what}, as a file for somebody else`} note={what}>
      {(close) => (
        <FormatList
          busy={busy}
          choose={(as) => {
            close();
            choose(as);
          }}
        />
      )}
    </MenuButton>
  );
}
