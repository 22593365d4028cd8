import { useAccount } from '../account/store.ts';

/** Lets Priya, an agent of Brackenrow, be signed in. */
export function signPriyaIn(): void {
  useAccount.setState({
    account: {
      member: {
        id: '1',
        name: 'Priya Marlow',
        role: 'agent',
        picture: null,
        email: 'priya@brackenrow.example',
        languages: [],
        skills: [],
        secondFactor: false,
        owesSecondFactor: false,
      },
      workspace: { name: 'Brackenrow', zone: 'Europe/London', language: 'en-GB', currency: 'GBP', country: 'GB' },
      business: [],
      helpsWording: false,
      answersOutside: { composed: false, service: false },
      wishes: [],
      sure: null,
      published: [],
      members: [],
      skills: [],
      teams: [],
      sites: [],
      csrf: '',
    },
  });
}
