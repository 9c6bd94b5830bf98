import type { APIRoute } from 'astro';
import { backFromOffice } from '../../api/office.js';

/** Takes a browser back from the office's own sign-in. */
export const GET: APIRoute = ({ request, locals }) => backFromOffice(request, locals);
