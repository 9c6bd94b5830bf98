/** The office's own sign-in, by OpenID Connect. */
export interface OpenIdSettings {
  /** Where it says of itself how it is asked. */
  issuer: string;
  clientId: string;
  clientSecret: string;
  /** What stands on the button: "Sign in with …". */
  name: string;
  /** Ends of addresses whose people come in without an invitation, such as "example.org". */
  admits: readonly string[];
}
