import { SignIns, sites, type Tables } from '@kineta/server';
import { SignJWT } from 'jose';
import { business } from './business.ts';

/** A customer of Brackenrow who is signed in on their page. */
export const customer = {
  sub: 'BR-20418',
  name: 'Edith Calloway',
  email: 'edith.calloway@mail.example',
  facts: { 'heat pump': '8 kW, fitted in May' },
};

/** The secret with which Brackenrow’s site says who its visitors are. @param instance this Kineta’s own secret */
export async function siteSecret(tables: Tables, instance: string): Promise<string> {
  const site = (await tables.everywhere(sites).one({ siteKey: business.siteKey }))!;
  return new SignIns(instance).secret(site.id, site.signInNumber);
}

/** What Brackenrow’s own server would sign for its page: who has it open, for an hour. */
export function customerToken(secret: string): Promise<string> {
  return new SignJWT(customer)
    .setProtectedHeader({ alg: 'HS256' })
    .setAudience(business.siteKey)
    .setExpirationTime('1h')
    .sign(new TextEncoder().encode(secret));
}
