import { Fault } from '../../core/fault.js';
import { isEnough } from '../../core/team/roles.js';
import { layerOf } from '../../core/team/layer-id.js';
import { layerView, readNews } from '../../service/layers/layer-view.js';
import { acceptOffer, closeOffer, findOffer, offer, reviewOffer } from '../../service/layers/offers.js';
import { share, unshare } from '../../service/layers/shares.js';
import { openStudy } from '../../service/open-study.js';
import { tellChanged } from '../../service/presence.js';
import { findPerson } from '../../service/team/people.js';
import { roleOf } from '../../service/team/role-of.js';
import { teamOf } from '../../service/team/team.js';
import { DecisionSchema, LayerSchema, OfferedSchema, ReviewSchema, SharingSchema } from '../layer-schemas.js';
import { me } from '../me.js';
import { type Call, operation } from '../operation.js';

type Asked = Pick<Call, 'service' | 'study' | 'signedIn'>;

const view = (call: Asked) => layerView(teamOf(call.service), call.study, me(call).person.id);

/** The common layer, whichever layer is in the path. */
const commonOf = ({ service, study }: Asked) => openStudy(service, layerOf(study.id).study);

/** @throws Fault where whoever asks does not edit the common layer */
function mustEdit(call: Asked): void {
  const team = teamOf(call.service);
  if (isEnough(roleOf(team, layerOf(call.study.id).study, me(call).person.id), 'edits')) return;
  throw new Fault('forbidden', 'You may not change the common layer.', 'Somebody who edits it decides on offers.');
}

/** Somebody's own layer over a study: what is shown to others, and offered to the common layer. */
export const LAYERS = [
  operation({
    id: 'viewLayer',
    method: 'get',
    path: '/studies/{study}/layer',
    summary: 'The layer in which one works: what is one’s own in it, to whom it is shown, what is offered',
    answer: LayerSchema,
    work: (call) => view(call),
  }),
  operation({
    id: 'readNews',
    method: 'delete',
    path: '/studies/{study}/layer/news',
    needs: 'tabulates',
    audited: true,
    summary: 'What became of one’s layer is read',
    answer: LayerSchema,
    work: (call) => {
      readNews(call.study);
      return view(call);
    },
  }),
  operation({
    id: 'share',
    method: 'post',
    path: '/studies/{study}/shares',
    needs: 'tabulates',
    audited: true,
    summary: 'Show something of one’s own to somebody, with what it stands on',
    body: SharingSchema,
    answer: LayerSchema,
    work: (call) => {
      share(teamOf(call.service), call.study, call.body);
      return view(call);
    },
  }),
  operation({
    id: 'unshare',
    method: 'delete',
    path: '/studies/{study}/shares/{share}',
    needs: 'tabulates',
    audited: true,
    summary: 'Show something no more',
    answer: LayerSchema,
    work: (call) => {
      unshare(teamOf(call.service), call.study, call.params.share);
      return view(call);
    },
  }),
  operation({
    id: 'offer',
    method: 'post',
    path: '/studies/{study}/offers',
    needs: 'tabulates',
    audited: true,
    summary: 'Offer entries of one’s own ledger to the common layer',
    body: OfferedSchema,
    answer: LayerSchema,
    work: (call) => {
      offer(teamOf(call.service), call.study, call.body.entries, call.body.note ?? '');
      return view(call);
    },
  }),
  operation({
    id: 'reviewOffer',
    method: 'get',
    path: '/studies/{study}/offers/{offer}',
    needs: 'tabulates',
    summary: 'What would change in the common layer with an offer in it, with the proofs as they would be there',
    answer: ReviewSchema,
    work: (call) => {
      const common = commonOf(call);
      const offered = findOffer(teamOf(call.service), common.id, call.params.offer);
      if (offered.owner !== me(call).person.id) mustEdit(call);
      return reviewOffer(call.service, common, offered);
    },
  }),
  operation({
    id: 'decideOffer',
    method: 'put',
    path: '/studies/{study}/offers/{offer}',
    needs: 'tabulates',
    audited: true,
    summary: 'Take an offer into the common layer, decline it, or take one’s own back',
    body: DecisionSchema,
    answer: LayerSchema,
    work: async (call) => {
      const { service, params, body } = call;
      const team = teamOf(service);
      const common = commonOf(call);
      const { id, name: by } = me(call).person;
      const { owner } = findOffer(team, common.id, params.offer);
      if (body.is !== 'withdrawn' || owner !== id) mustEdit(call);
      if (body.is === 'accepted') {
        await acceptOffer(service, team, common, params.offer, { by, owner: findPerson(team, owner).name });
        // Where it is asked for in the common layer, it is told as any change.
        if (call.study.id !== common.id) tellChanged(service, common, me(call).person);
      } else closeOffer(team, common.id, params.offer, { state: body.is, answer: body.answer ?? '', by });
      return view(call);
    },
  }),
] as const;
