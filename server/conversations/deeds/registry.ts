import type { Deed } from '@kineta/core';
import { assign } from './assign.ts';
import { close } from './close.ts';
import type { Doing } from './deed.ts';
import { email } from './email.ts';
import { lead } from './lead.ts';
import { notify } from './notify.ts';
import { raise } from './raise.ts';
import { rate } from './rate.ts';
import { run } from './run.ts';
import { say } from './say.ts';
import { service } from './service.ts';
import { tag } from './tag.ts';

// biome-ignore lint/suspicious/noExplicitAny: each knows its own deeds
const doings: ReadonlyArray<Doing<any>> = [say, email, rate, lead, notify, assign, tag, raise, service, close, run];

/** How a deed is carried out. */
export const doingOf = ({ deed }: Deed): (typeof doings)[number] | undefined => doings.find(one => one.deed === deed);
