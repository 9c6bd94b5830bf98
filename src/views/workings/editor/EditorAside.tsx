import { sayTooMany, MOST_AT_ONCE } from '../../../core/recode/apply.js';
import { sayRecipe } from '../../../core/recode/say.js';
import { Aside } from '../../../kit/EditorShell.js';
import { Panel, Said } from '../../../kit/Panel.js';
import { viewKind } from '../kinds/registry.js';
import { KeepPanel } from '../KeepPanel.js';
import { ProofPane } from '../ProofPane.js';
import { canStandIn, draftOf } from './drafts.js';
import { Reliability } from './Reliability.js';
import { StandIn } from './StandIn.js';
import { UsedBy } from './UsedBy.js';
import type { Editor } from './use-editor.js';
import type { EditorProps } from './WorkingEditor.js';

type Props = Pick<EditorProps, 'view' | 'kind' | 'working' | 'entry' | 'leave' | 'remove' | 'copy'> & {
  editor: Editor;
};

/** The proof of what is made, what stands on it, and how it is kept. */
export function EditorAside({ view, kind, working, entry, leave, remove, copy, editor }: Props) {
  const { draft, put, forget, recipe, lack, wrong, planned, several, result, keeping, previewed, says } = editor;
  const { preview, fresh } = previewed;
  const words = viewKind(kind);
  const tooMany = planned.length > MOST_AT_ONCE;
  const labelled = several ? planned.every(({ label }) => label.trim() !== '') : draft.label.trim() !== '';
  return (
    <Aside label="Proof and recipe">
      <ProofPane proof={preview?.proof ?? null} fresh={fresh} respondents={view.study.respondents}>
        {preview?.proof.reliability && <Reliability reliability={preview.proof.reliability} />}
        {lack === null && (
          <Panel title="The recipe in a line">
            <Said>{sayRecipe(result.recipe, says)}</Said>
          </Panel>
        )}
        {entry === undefined && canStandIn(recipe) && lack === null && (
          <StandIn
            view={view}
            working={working}
            recipes={several ? planned.map(({ recipe: own }) => own) : [recipe]}
            preview={preview}
            on={draft.standsIn}
            put={(standsIn) => put({ ...draft, standsIn })}
          />
        )}
        {working && <UsedBy view={view} variable={working.variable} />}
        <KeepPanel
          noun={entry !== undefined ? 'entry' : several ? `${planned.length} variables` : words.noun}
          isNew={working === null}
          name={several || entry !== undefined ? null : draft.name}
          setName={(name) => put({ ...draft, name })}
          fails={preview !== null && !preview.proof.holds}
          wrong={tooMany ? sayTooMany(planned.length) : lack === null ? wrong : null}
          hint={
            lack ??
            (labelled
              ? null
              : several
                ? 'Every label must say something: change the pattern.'
                : `Give the ${words.noun} a label, at the top.`)
          }
          busy={keeping.busy}
          progress={keeping.progress}
          ready={!keeping.busy && !tooMany && wrong === null && labelled && preview !== null}
          keep={() =>
            entry !== undefined
              ? keeping.amend(entry, { name: '', label: draft.label, recipe })
              : several
                ? keeping.keepAll(planned.map(draftOf))
                : keeping.keep({
                    name: draft.name,
                    label: draft.label,
                    recipe,
                    ...(canStandIn(recipe) ? { standsIn: draft.standsIn } : {}),
                  })
          }
          leave={() => {
            forget();
            leave();
          }}
          remove={entry === undefined ? remove : null}
          copy={entry === undefined ? copy : null}
        />
      </ProofPane>
    </Aside>
  );
}
