import type { Area } from '../house/area.ts';
import { mailErrand, sendEmail } from './effects/email.ts';
import { Post } from './post.ts';

const posts = new WeakMap<object, Post>();

/** Emails over SMTP. */
export const mail: Area = {
  name: 'mail',
  effects: house => [sendEmail(house)],
  errands(house) {
    const post = new Post(house.options.smtpUrl, house.options.mailFrom ?? 'kineta@localhost.example');
    posts.set(house, post);
    return [mailErrand(house, post)];
  },
  close: house => posts.get(house)?.close(),
};
