import type { Recipe } from '../../../core/recode/types.js';
import { BandBody } from './BandBody.js';
import { CombineBody } from './CombineBody.js';
import { FlagsBody } from './FlagsBody.js';
import { GatherBody } from './GatherBody.js';
import { InterlockBody } from './InterlockBody.js';
import { RegroupBody } from './RegroupBody.js';
import { ScoreBody } from './ScoreBody.js';
import { SlotsBody } from './SlotsBody.js';
import { ToCategoriesBody } from './ToCategoriesBody.js';
import { ToNumberBody } from './ToNumberBody.js';
import type { BodyProps } from './types.js';

/** The part of an editor that is of one kind: where its recipe is made by hand. */
export function Body({ recipe, ...props }: BodyProps<Recipe>) {
  switch (recipe.kind) {
    case 'regroup':
      return <RegroupBody {...props} recipe={recipe} />;
    case 'band':
      return <BandBody {...props} recipe={recipe} />;
    case 'score':
      return <ScoreBody {...props} recipe={recipe} />;
    case 'combine':
      return <CombineBody {...props} recipe={recipe} />;
    case 'interlock':
      return <InterlockBody {...props} recipe={recipe} />;
    case 'flags':
      return <FlagsBody {...props} recipe={recipe} />;
    case 'convert':
      return recipe.to === 'number' ? (
        <ToNumberBody {...props} recipe={recipe} />
      ) : (
        <ToCategoriesBody {...props} recipe={recipe} />
      );
    case 'gather':
      return <GatherBody {...props} recipe={recipe} />;
    case 'slots':
      return <SlotsBody {...props} recipe={recipe} />;
  }
}
