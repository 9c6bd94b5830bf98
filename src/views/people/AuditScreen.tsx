import { Page, PageTitle } from '../../kit/Page.js';
import { guarded } from '../shell/guarded.js';
import { AuditTable } from './AuditTable.js';
import css from './people.module.css';

/** What was done on the server, for who administers it. */
function AuditPage() {
  return (
    <Page>
      <PageTitle>What was done</PageTitle>
      <p className={css['note']}>
        Every change, every file that was handed out, every sign-in, and what somebody was not let do. The log is only
        added to; “hatch-count verify” says whether all of it is as it was written.
      </p>
      <AuditTable study={null} />
    </Page>
  );
}

export const AuditScreen = guarded(AuditPage);
