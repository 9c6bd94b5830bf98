import { Fault } from '../../core/fault.js';
import { changePassword, signIn } from '../../service/team/sign-in.js';
import {
  invitationBy,
  inviteBack,
  invitePerson,
  listInvitations,
  takeBack,
  useInvitation,
} from '../../service/team/invitations.js';
import { listStudies } from '../../service/open-study.js';
import { ownWhatIsLeft } from '../../service/team/owners.js';
import { audit } from '../../service/team/audit.js';
import { editPerson, everybody, findPerson } from '../../service/team/people.js';
import { endSession, ownSessions, signOutEverywhere, startProgram, startSession } from '../../service/team/sessions.js';
import { teamOf } from '../../service/team/team.js';
import { me } from '../me.js';
import { type Call, operation } from '../operation.js';
import { cookieWith, cookieWithout } from '../session-cookie.js';
import {
  InvitationAskedSchema,
  InvitationSchema,
  InvitedSchema,
  JoinSchema,
  MeSchema,
  OpenInvitationSchema,
  PasswordSchema,
  PersonEditSchema,
  PersonSchema,
  ProgramAskedSchema,
  ProgramSchema,
  SessionSchema,
  SignInSchema,
} from '../team-schemas.js';
import { z } from '../zod.js';

/** Gives the browser that asks a secret of its own, by which it is signed in. */
function letIn({ service, request, address, outgoing, place }: Call, person: number): void {
  const browser = request.headers.get('user-agent') ?? 'A program';
  outgoing.set('set-cookie', cookieWith(startSession(teamOf(service), person, browser, address), place));
}

const pageOf = ({ id, secret, ends }: { id: number; secret: string; ends: string }) => ({
  id,
  // Behind the sign that a browser sends to nobody, so that it stands in no log.
  path: `/join#${secret}`,
  ends,
});

/** People of the server, and how they sign in. */
export const PEOPLE = [
  operation({
    id: 'whoAmI',
    method: 'get',
    path: '/me',
    needs: 'anybody',
    summary: 'Who asks, and how one signs in here',
    answer: MeSchema,
    work: ({ service, signedIn }) => ({
      alone: service.team === null,
      person: signedIn?.person ?? null,
      openId: service.team?.openId?.name ?? null,
    }),
  }),
  operation({
    id: 'signIn',
    method: 'post',
    path: '/sign-in',
    needs: 'anybody',
    audited: false,
    summary: 'Sign in with name and password; the answer sets a cookie',
    body: SignInSchema,
    answer: PersonSchema,
    work: async (call) => {
      const { service, address, body } = call;
      const act = { act: 'signIn', study: null, place: '/sign-in', address };
      try {
        const person = await signIn(teamOf(service), body.email, body.password, address);
        letIn(call, person.id);
        audit(service, { ...act, who: { person }, outcome: 'done' });
        return person;
      } catch (error) {
        const isOneOfMany = error instanceof Fault && error.kind === 'too-often';
        if (!isOneOfMany) audit(service, { ...act, who: null, name: body.email, outcome: 'refused' });
        throw error;
      }
    },
  }),
  operation({
    id: 'signOut',
    method: 'post',
    path: '/sign-out',
    needs: 'person',
    audited: true,
    summary: 'Sign out here',
    work: (call) => {
      const { person, session } = me(call);
      endSession(teamOf(call.service), person.id, session.id);
      call.outgoing.set('set-cookie', cookieWithout(call.place));
    },
  }),
  operation({
    id: 'signOutEverywhere',
    method: 'post',
    path: '/sign-out-everywhere',
    needs: 'person',
    audited: true,
    summary: 'Sign out here and everywhere else; programs are let in no more',
    work: (call) => {
      signOutEverywhere(teamOf(call.service), me(call).person.id);
      call.outgoing.set('set-cookie', cookieWithout(call.place));
    },
  }),
  operation({
    id: 'readInvitation',
    method: 'post',
    path: '/invitation',
    needs: 'anybody',
    summary: 'What an invitation leads to',
    body: z.strictObject({ invitation: z.string().max(100) }),
    answer: InvitedSchema,
    work: ({ service, body }) => {
      const { name, email, personId } = invitationBy(teamOf(service), body.invitation);
      return { name, email, isBack: personId !== null };
    },
  }),
  operation({
    id: 'join',
    method: 'post',
    path: '/join',
    needs: 'anybody',
    audited: false,
    summary: 'Come in by an invitation, with a password of one’s own; the answer sets a cookie',
    body: JoinSchema,
    status: 204,
    work: async (call) => {
      const { invitation, ...joining } = call.body;
      const { service, address } = call;
      const team = teamOf(service);
      const person = findPerson(team, await useInvitation(team, invitation, joining));
      // The first one here has what was there before.
      if (everybody(team).length === 1) ownWhatIsLeft(service, person.id, listStudies(service));
      letIn(call, person.id);
      audit(service, { who: { person }, act: 'join', study: null, place: '/join', address, outcome: 'done' });
    },
  }),
  operation({
    id: 'changePassword',
    method: 'put',
    path: '/me/password',
    needs: 'person',
    audited: true,
    summary: 'Choose another password; everywhere else one is signed out',
    body: PasswordSchema,
    work: (call) => changePassword(teamOf(call.service), me(call), call.body.old, call.body.password),
  }),
  operation({
    id: 'mySessions',
    method: 'get',
    path: '/me/sessions',
    needs: 'person',
    summary: 'Where one is signed in, and which programs are let in on one’s behalf',
    answer: z.array(SessionSchema),
    work: (call) => ownSessions(teamOf(call.service), me(call)),
  }),
  operation({
    id: 'letProgramIn',
    method: 'post',
    path: '/me/sessions',
    needs: 'person',
    audited: true,
    summary: 'Let a program in on one’s behalf',
    body: ProgramAskedSchema,
    answer: ProgramSchema,
    status: 201,
    work: (call) => {
      const { id, secret } = startProgram(teamOf(call.service), me(call).person.id, call.body.name, call.address);
      return { id, token: secret };
    },
  }),
  operation({
    id: 'endSession',
    method: 'delete',
    path: '/me/sessions/{session}',
    needs: 'person',
    audited: true,
    summary: 'Sign a browser out, or let a program in no more',
    work: (call) => endSession(teamOf(call.service), me(call).person.id, call.params.session),
  }),
  operation({
    id: 'listPeople',
    method: 'get',
    path: '/people',
    needs: 'person',
    summary: 'Everybody who may sign in',
    answer: z.array(PersonSchema),
    work: ({ service }) => everybody(teamOf(service)),
  }),
  operation({
    id: 'editPerson',
    method: 'patch',
    path: '/people/{person}',
    needs: 'administrator',
    changes: true,
    summary: 'Name somebody, have them administer the server, shut them out',
    body: PersonEditSchema,
    answer: PersonSchema,
    work: ({ service, params, body }) => editPerson(teamOf(service), params.person, body),
  }),
  operation({
    id: 'inviteBack',
    method: 'post',
    path: '/people/{person}/invitation',
    needs: 'administrator',
    audited: true,
    summary: 'A link by which somebody chooses another password',
    answer: InvitationSchema,
    status: 201,
    work: (call) => pageOf(inviteBack(teamOf(call.service), call.params.person, me(call).person.name)),
  }),
  operation({
    id: 'listInvitations',
    method: 'get',
    path: '/invitations',
    needs: 'administrator',
    summary: 'Invitations that nobody has used yet',
    answer: z.array(OpenInvitationSchema),
    work: ({ service }) => listInvitations(teamOf(service)),
  }),
  operation({
    id: 'invite',
    method: 'post',
    path: '/invitations',
    needs: 'administrator',
    audited: true,
    summary: 'Invite somebody: a link that works once, within a week',
    body: InvitationAskedSchema,
    answer: InvitationSchema,
    status: 201,
    work: (call) => pageOf(invitePerson(teamOf(call.service), call.body, me(call).person.name)),
  }),
  operation({
    id: 'takeInvitationBack',
    method: 'delete',
    path: '/invitations/{invitation}',
    needs: 'administrator',
    audited: true,
    summary: 'Take an invitation back',
    work: ({ service, params }) => takeBack(teamOf(service), params.invitation),
  }),
] as const;
