/** Under which name a browser keeps that it is signed in; servers on other ports of a machine have their own. */
export const sessionCookie = (port: string | number) => `hatch-count-session-${port}`;

interface Place {
  /** The port on which the server listens. */
  port: number;
  /** Whether the browser came by TLS, as a trusted proxy says. */
  secure: boolean;
}

/** @returns a cookie that a page's script cannot read, and that other sites cannot have sent */
export function cookieWith(secret: string, { port, secure }: Place): string {
  return `${sessionCookie(port)}=${secret}; Path=/; HttpOnly; SameSite=Lax${secure ? '; Secure' : ''}`;
}

/** @returns what makes a browser forget it */
export const cookieWithout = (place: Place): string => `${cookieWith('', place)}; Max-Age=0`;
