import { endpoint } from '../../../../../api/endpoint.js';
import { SentenceSchema } from '../../../../../api/schemas.js';
import { sentenceOfBody } from '../../../../../core/table/sentence-shape.js';
import { countSentence } from '../../../../../service/count-table.js';
import { openStudy } from '../../../../../service/open-study.js';

export const POST = endpoint(
  async ({ service, param, body }) => {
    const [only, ...others] = await countSentence(service, openStudy(service, param('study')), sentenceOfBody(body));
    return others.length === 0 ? only : { blocks: [only, ...others] };
  },
  { body: SentenceSchema },
);
