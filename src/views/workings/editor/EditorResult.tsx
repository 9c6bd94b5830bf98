import type { WorkingPreview } from '../../../api/types.js';
import { OldAgainstNew } from '../OldAgainstNew.js';
import { BeforeAfter } from './BeforeAfter.js';
import type { Editor } from './use-editor.js';
import type { EditorProps } from './WorkingEditor.js';
import css from '../workings.module.css';

interface Props extends Pick<EditorProps, 'view' | 'kind'> {
  editor: Editor;
  preview: WorkingPreview;
}

/** What a recipe makes: frequencies before and after, and old against new. */
export function EditorResult({ view, kind, editor, preview }: Props) {
  const { several, result, shownDetail } = editor;
  return (
    <>
      <section className={css['section']}>
        <h2>
          Before and after<small>{several ? `of ${result.label}` : 'frequencies'}</small>
        </h2>
        <BeforeAfter
          source={result.source}
          detail={shownDetail}
          label={result.label}
          preview={preview}
          respondents={view.study.respondents}
        />
      </section>

      <section className={css['section']}>
        <h2>
          {kind === 'gather' || kind === 'slots' ? 'Columns against the question' : 'Old against new'}
          <small>respondents</small>
        </h2>
        <OldAgainstNew proof={preview.proof} totals={!['gather', 'slots', 'combine'].includes(kind)} />
      </section>
    </>
  );
}
