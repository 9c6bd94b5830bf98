import { DatabaseShape, LinkedTableShape } from '../core/intake/layout.js';
import { z } from './zod.js';

const text = z.string().max(1000);

export const AccountSchema = z
  .strictObject({
    user: text.min(1, 'Give the user.'),
    password: text.describe('Kept beside the studies, in none of them.'),
  })
  .openapi('Account');

export const LinkAskedSchema = DatabaseShape.extend({ account: AccountSchema }).openapi('DatabaseAsked');

export const LinkedIntakeSchema = LinkedTableShape.extend({ account: AccountSchema }).openapi('TableAsked');

export const FoundTableSchema = z
  .object({
    table: z.tuple([z.string(), z.string()]).describe('Its schema, and its own name.'),
    comment: z.string(),
  })
  .openapi('DatabaseTable');
