import { MenuButton } from '../tables/MenuButton.js';
import { FormatList } from './FormatList.js';
import { TemplateChoice } from './TemplateChoice.js';
import type { Way } from './ways.js';

interface Props {
  study: string;
  /** What the button says; "Hand over", where it is not said. */
  name?: string;
  /** What is handed over, in a few words. */
  what: string;
  busy: boolean;
  /** Several tables are handed over. */
  several?: boolean;
  choose: (way: Way) => void;
}

/** A button that opens the formats in which something can be handed over. */
export function HandOver({ study, name = 'Hand over', what, busy, several = false, choose }: Props) {
  return (
    <MenuButton name={name} title={`${what}, as a file for somebody else`} note={what}>
      {(close) => (
        <>
          <FormatList
            busy={busy}
            several={several}
            choose={(way) => {
              close();
              choose(way);
            }}
          />
          <TemplateChoice study={study} />
        </>
      )}
    </MenuButton>
  );
}
