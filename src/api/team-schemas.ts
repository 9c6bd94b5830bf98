import { ProtectionShape } from '../core/team/protection.js';
import { ROLES } from '../core/team/roles.js';
import { z } from './zod.js';

const name = z.string().trim().min(1).max(120);
const email = z.email().max(254);
const password = z.string().max(1000);
const secret = z.string().max(100);
export const RoleSchema = z.enum(ROLES);
export const ProtectionSchema = ProtectionShape;

export const PersonSchema = z
  .object({
    id: z.int(),
    name: z.string(),
    email: z.string(),
    administrator: z.boolean(),
    shutOut: z.boolean().describe('They may not sign in any more; what they did stays.'),
    made: z.string(),
  })
  .openapi('Person');

export const PersonEditSchema = z.strictObject({
  name: name.optional(),
  administrator: z.boolean().optional(),
  shutOut: z.boolean().optional(),
});

/** Who asks, and how one signs in here. */
export const MeSchema = z.object({
  alone: z.boolean().describe('The server is one person’s, who need not sign in.'),
  person: PersonSchema.nullable(),
  openId: z.string().nullable().describe('What the office’s own sign-in is called; null: there is none.'),
});

export const SignInSchema = z.strictObject({ email: z.string().max(254), password });
export const JoinSchema = z.strictObject({ invitation: secret, name, email: email.optional(), password });
export const PasswordSchema = z.strictObject({ old: password, password });

export const InvitationAskedSchema = z.strictObject({
  name,
  email,
  administrator: z.boolean().optional(),
  study: z.string().max(64).optional(),
  role: RoleSchema.optional(),
});

/** What an invitation leads to, for who has its link. */
export const InvitedSchema = z.object({ name: z.string(), email: z.string(), isBack: z.boolean() });

export const InvitationSchema = z.object({
  id: z.int(),
  path: z.string().describe('The page that it leads to; it is told once, and works once.'),
  ends: z.string(),
});

export const OpenInvitationSchema = z.object({
  id: z.int(),
  name: z.string(),
  email: z.string(),
  administrator: z.boolean(),
  study: z.string().nullable(),
  role: RoleSchema.nullable(),
  madeBy: z.string(),
  made: z.string(),
  ends: z.string(),
});

export const SessionSchema = z.object({
  id: z.int(),
  kind: z.enum(['browser', 'program']),
  name: z.string(),
  address: z.string(),
  made: z.string(),
  seen: z.string(),
  ends: z.string(),
  own: z.boolean().describe('The one by which this is asked.'),
});

export const ProgramAskedSchema = z.strictObject({ name });
export const ProgramSchema = z.object({
  id: z.int(),
  token: z.string().describe('To be sent as "Authorization: Bearer"; it is told once.'),
});

const MemberSchema = z
  .object({ person: z.int(), name: z.string(), email: z.string(), role: RoleSchema })
  .openapi('Member');

/** Who has a part in a study, what whoever asks may do there, and what it hands out. */
export const MembersSchema = z.object({
  members: z.array(MemberSchema),
  role: RoleSchema.nullable(),
  protection: ProtectionSchema,
});

export const AuditQuery = z.object({
  before: z.coerce.number().int().min(1).optional(),
  person: z.coerce.number().int().min(1).optional(),
  study: z.string().max(64).optional(),
});

export const AuditSchema = z.array(
  z.object({
    id: z.int(),
    at: z.string(),
    person: z.int().nullable(),
    name: z.string(),
    address: z.string(),
    act: z.string(),
    study: z.string().nullable(),
    place: z.string(),
    outcome: z.enum(['done', 'refused', 'failed']),
  }),
);
