/** Files of more than 450 lines that may be so, with why. */
export const LONG_FILES = {
  'e2e/api.test.ts': 'every operation against one server',
};

const VIEW = 'state and markup of one screen or editor';
const KIND = 'the findings of a proof in their order, or one pass over all respondents';
const CORE = 'one pass over its matter, with the state of that pass';
const SCRIPT = 'a list of steps or cases, read from the top down';

/** Functions of more than 80 lines that may be so, with why. */
export const LONG_FUNCTIONS = {
  'bench/counting.ts benchCounting': SCRIPT,
  'bench/workings.ts recipes': SCRIPT,
  'demo/respondents.ts respondents': CORE,
  'src/core/reading/read-codings.ts readCodings': CORE,
  'src/core/reading/read-frequency.ts readFrequency': CORE,
  'src/core/reading/read-multiple.ts readMultiple': CORE,
  'src/core/reading/read-related.ts readRelated': CORE,
  'src/core/recode/band/prove.ts proveBand': KIND,
  'src/core/recode/combine/prove.ts proveCombine': KIND,
  'src/core/recode/score/expression/parse.ts parseExpression': KIND,
  'src/core/recode/flags/prove.ts proveFlags': KIND,
  'src/core/recode/interlock/prove.ts proveInterlock': KIND,
  'src/core/recode/regroup/prove-nets.ts proveRegroupSets': KIND,
  'src/core/recode/regroup/prove.ts proveRegroup': KIND,
  'src/core/recode/score/prove.ts proveScore': KIND,
  'src/core/recode/slots/prove.ts proveSlots': KIND,
  'src/core/recode/to-categories/prove.ts proveToCategories': KIND,
  'src/core/recode/to-categories/compute.ts toCategories': KIND,
  'src/core/recode/to-number/prove.ts proveToNumber': KIND,
  'src/formats/workbook-sheet.ts readSheet': CORE,
  'src/kit/Picker.tsx Picker': VIEW,
  'src/kit/VirtualRows.tsx VirtualRows': VIEW,
  'src/service/ledger.test.ts act': SCRIPT,
  'src/service/export.round-trip.test.ts oddStudy': SCRIPT,
  'src/views/codebook/CodebookScreen.tsx CodebookPage': VIEW,
  'src/views/codebook/MissingPanel.tsx MissingPanel': VIEW,
  'src/views/codebook/RespondentGrid.tsx RespondentGrid': VIEW,
  'src/views/codebook/RespondentsView.tsx RespondentsView': VIEW,
  'src/views/codebook/SelectionPane.tsx SelectionPane': VIEW,
  'src/views/codebook/VariableGrid.tsx VariableGrid': VIEW,
  'src/views/codebook/VariablesView.tsx VariablesView': VIEW,
  'src/views/intake/IntakeScreen.tsx Decide': VIEW,
  'src/views/intake/StudiesScreen.tsx FileDrop': VIEW,
  'src/views/ledger/EntryChanges.tsx EntryChanges': VIEW,
  'src/views/ledger/LedgerScreen.tsx LedgerPage': VIEW,
  'src/views/paper/PaperScreen.tsx PaperPage': VIEW,
  'src/views/paper/SheetGrid.tsx SheetGrid': VIEW,
  'src/views/peek/Peek.tsx Peek': VIEW,
  'src/views/tables/SentenceLine.tsx SentenceLine': VIEW,
  'src/views/tables/TablesScreen.tsx TablesPage': VIEW,
  'src/views/workings/RegroupDiagram.tsx GroupBox': VIEW,
  'src/views/workings/RegroupDiagram.tsx RegroupDiagram': VIEW,
  'src/views/workings/WorkingsScreen.tsx WorkingsPage': VIEW,
  'src/views/workings/kinds/combine/CombineBody.tsx CombineBody': VIEW,
  'src/views/workings/kinds/score/ExpressionField.tsx ExpressionField': VIEW,
  'src/views/workings/kinds/slots/SlotsBody.tsx SlotsBody': VIEW,
  'src/views/workings/editor/ApplyPanel.tsx ApplyPanel': VIEW,
  'src/views/workings/editor/ApplyPanel.tsx NamesPanel': VIEW,
  'src/views/workings/editor/SourceChooser.tsx SourceChooser': VIEW,
  'src/views/workings/list/WorkingList.tsx WorkingList': VIEW,
};
