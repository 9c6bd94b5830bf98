import { extendZodWithOpenApi } from '@asteasolutions/zod-to-openapi';
import { z } from 'zod';

// Schemas of the API carry their names in its document; those that are made before this line cannot.
extendZodWithOpenApi(z);

export { z };
