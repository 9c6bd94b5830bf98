import type { APIRoute } from 'astro';
import { beginAtOffice } from '../../api/office.js';

/** Sends a browser to the office's own sign-in. */
export const GET: APIRoute = ({ request, locals }) => beginAtOffice(request, locals);
