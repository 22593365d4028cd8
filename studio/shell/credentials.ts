/** What calls need of who is signed in. The account fills it in, so that calls need not know the account. */
export const credentials: {
  /** Sent with every call, against forged requests. */
  csrf: string;
  /** Asks for a new sign-in when the session has ended; null while nobody was signed in. */
  renew: (() => Promise<void>) | null;
} = { csrf: '', renew: null };
