import { auditLog } from '../../service/team/audit.js';
import { changeProtection, changeRole, membersIn } from '../../service/team/members.js';
import { watchStudy } from '../../service/presence.js';
import { teamOf } from '../../service/team/team.js';
import { me } from '../me.js';
import { operation } from '../operation.js';
import { AuditQuery, AuditSchema, MembersSchema, ProtectionSchema, RoleSchema } from '../team-schemas.js';
import { z } from '../zod.js';

/** Who may do what in a study, and what was done. */
export const MEMBERS = [
  operation({
    id: 'listMembers',
    method: 'get',
    path: '/studies/{study}/members',
    common: true,
    summary: 'Who may do what in a study, and what it hands out',
    answer: MembersSchema,
    work: (call) => membersIn(teamOf(call.service), call.params.study, me(call).person.id),
  }),
  operation({
    id: 'watchStudy',
    method: 'get',
    path: '/studies/{study}/events',
    common: true,
    audited: false,
    summary: 'Who else is at a study, and what they change in it, as it happens (server-sent events)',
    answer: 'text/event-stream',
    work: (call) => {
      teamOf(call.service);
      const { id, name } = me(call).person;
      return new Response(watchStudy(call.service, call.params.study, { person: id, name }), {
        headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store' },
      });
    },
  }),
  operation({
    id: 'changeRole',
    method: 'put',
    path: '/studies/{study}/members/{person}',
    needs: 'owner-or-administrator',
    audited: true,
    summary: 'Say what somebody may do in a study; null: nothing any more',
    body: z.strictObject({ role: RoleSchema.nullable() }),
    answer: MembersSchema,
    work: (call) => {
      const { params, body } = call;
      const team = teamOf(call.service);
      changeRole(team, params.study, params.person, body.role);
      return membersIn(team, params.study, me(call).person.id);
    },
  }),
  operation({
    id: 'changeProtection',
    method: 'put',
    path: '/studies/{study}/protection',
    needs: 'owns',
    audited: true,
    summary: 'Say what a study hands out, and to whom',
    body: ProtectionSchema,
    answer: ProtectionSchema,
    work: ({ service, params, body }) => changeProtection(teamOf(service), params.study, body),
  }),
  operation({
    id: 'studyAudit',
    method: 'get',
    path: '/studies/{study}/audit',
    needs: 'owner-or-administrator',
    summary: 'What was done in a study, by whom, from where; the newest first',
    query: AuditQuery.pick({ before: true, person: true }),
    answer: AuditSchema,
    work: ({ service, params, query }) => auditLog(teamOf(service), { ...query, study: params.study }),
  }),
  operation({
    id: 'audit',
    method: 'get',
    path: '/audit',
    needs: 'administrator',
    summary: 'What was done on the server, by whom, from where; the newest first',
    query: AuditQuery,
    answer: AuditSchema,
    work: ({ service, query }) => auditLog(teamOf(service), query),
  }),
] as const;
