import { addBinder, dropBinder, editBinder, findBinder } from '../../service/binders.js';
import { operation } from '../operation.js';
import { BinderEditSchema, BinderSchema, NewBinderSchema } from '../schemas.js';

/** Binders: tables, sections and notes in the order of a report. The study's view lists them. */
export const BINDERS = [
  operation({
    id: 'addBinder',
    method: 'post',
    path: '/studies/{study}/binders',
    summary: 'Make a binder, empty or with tables that stood in others',
    changes: true,
    body: NewBinderSchema,
    answer: BinderSchema,
    status: 201,
    work: ({ service, study, body }) => addBinder(service, study, body),
  }),
  operation({
    id: 'getBinder',
    method: 'get',
    path: '/studies/{study}/binders/{binder}',
    summary: 'A binder with what stands in it',
    answer: BinderSchema,
    work: ({ study, params }) => findBinder(study, params.binder),
  }),
  operation({
    id: 'editBinder',
    method: 'patch',
    path: '/studies/{study}/binders/{binder}',
    summary: 'Name a binder, or put what is in it into an order, with sections and notes',
    changes: true,
    body: BinderEditSchema,
    answer: BinderSchema,
    work: ({ service, study, params, body }) => editBinder(service, study, params.binder, body),
  }),
  operation({
    id: 'dropBinder',
    method: 'delete',
    path: '/studies/{study}/binders/{binder}',
    summary: 'Take a binder away with the tables in it',
    changes: true,
    work: ({ service, study, params }) => dropBinder(service, study, params.binder),
  }),
] as const;
