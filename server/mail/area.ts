import type { Area } from '../house/area.ts';
import type { House } from '../house/house.ts';
import { mailErrand, sendEmail } from './effects/email.ts';
import { type Inbound, openInbound } from './inbound.ts';
import { Post } from './post.ts';
import { write } from './written.ts';

const posts = new WeakMap<House, Post>();
const inbounds = new WeakMap<House, Inbound>();

/** Emails over SMTP. */
const postOf = (house: House): Post => {
  const post =
    posts.get(house) ?? new Post(house.options.smtpUrl, house.options.mailFrom ?? 'kineta@localhost.example');
  posts.set(house, post);
  return post;
};

export const mail: Area = {
  name: 'mail',
  offers: house => ({ post: { write: (workspace, written) => write(house, postOf(house), workspace, written) } }),
  effects: house => [sendEmail(house)],
  errands: house => [mailErrand(house, postOf(house))],
  open(house) {
    const inbound = openInbound(house);
    if (inbound) inbounds.set(house, inbound);
  },
  async close(house) {
    posts.get(house)?.close();
    await inbounds.get(house)?.close();
  },
};
