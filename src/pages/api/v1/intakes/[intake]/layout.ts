import { endpoint } from '../../../../../api/endpoint.js';
import { LayoutShape } from '../../../../../core/intake/layout.js';
import { changeLayout } from '../../../../../service/intake/read.js';

/** A short file is read by the time the preview is drawn. */
const PATIENCE_MS = 250;

export const PUT = endpoint(({ service, param, body }) => changeLayout(service, param('intake'), body, PATIENCE_MS), {
  body: LayoutShape,
});
