import type { Direction } from './direction.ts';

const times = (count: unknown): string => (count === 1 ? 'one try' : `${count} tries`);

const list = new Intl.ListFormat('en', { type: 'disjunction' });

const ratings: Readonly<Record<string, string>> = { good: 'good', middling: 'so-so', bad: 'not good' };

/** What the words of an alert depend on: whom it is about, who did it, and what was written. */
export interface AlertAbout {
  visitor: string;
  by: string;
  text: string;
}

/**
 * English. `visitor` is what the core says by itself in a chat, `team` why a flow did what it did, as its log tells
 * members, `alerts` what members are told of, and `letters` what else stands in an email to them. Another language is a file like this one, and a line in `message.ts`.
 */
export const en = {
  visitor: {
    goodbye: () => 'All right, I’ll leave it there. Write whenever you would like to go on.',
    'this first': () => 'Of course. Just this first, then I’ll fetch somebody.',
    'somebody is fetched': () => 'Of course. I’m fetching somebody; one moment, please.',
    'in line': () => 'You are in line, and somebody comes as soon as they can.',
    'nobody is free': () =>
      'I’m asking for somebody, but nobody is free right now. What you write here waits for them, and they answer as soon as they can.',
    'nobody is there': ({ back }: { back: string | null }) =>
      back === null
        ? 'I would fetch somebody, but nobody is here right now. What you write here waits for them.'
        : `I would fetch somebody, but nobody is here right now. We are back ${back}; what you write here waits for us.`,
    'somebody had to go': ({ name }: { name: string }) =>
      `${name} had to go. You are in line for somebody else, from when you wrote; what was said here is there for them.`,
    'rated good': () => 'Good',
    'rated middling': () => 'So-so',
    'rated bad': () => 'Not good',
    'a word about it': () => 'Thank you. Is there anything that you would tell us about it?',
    'no word about it': () => 'No, that’s all',
    'thanks for the word': () => 'Thank you, that helps.',
    'rate it': () => 'Say how it went',
    'a wait': ({ minutes }: { minutes: number }) => (minutes === 1 ? 'a minute' : `${minutes} minutes`),
    'you are blocked': () => 'This chat is closed to you. If that is a mistake, please reach us another way.',
    'send it away': () => 'Dismiss',
    'not finished yet': () => 'You were in the middle of something. Shall we go on with it?',
    'go on with it': () => 'Go on with it',
    'begin the other': () => 'Begin something new',
    'did that help': () => 'Did that help?',
    'that helped': () => 'Yes, thanks',
    'that did not help': () => 'Not really',
    'what else': () => 'What else would you like to know?',
    'no more questions': () => 'That’s all',
    'to a person': () => 'Talk to a person',
    'leave it to a person': () => 'Leave it to a person',
    'is this meant': () => 'Is this what you mean?',
    'which is meant': () => 'Which of these do you mean?',
    'none of these is meant': () => 'Something else',
    'not known': () => 'I don’t know that, I’m afraid. Put it another way, or ask a person.',
    'not known aside': () => 'I don’t know that, I’m afraid. A person does: just ask for one.',
    'not helped': () => 'I’m sorry. Put it another way, or ask a person.',
    'not known either': () => 'I don’t know that either, I’m afraid.',
    yes: () => 'Yes',
    no: () => 'No',
    'yes or no again': () => 'Sorry, was that a yes or a no?',
    'choice again': () => 'I didn’t catch that. Which of these fits best?',
    'several again': () => 'I didn’t catch that. Which of these fit? Name as many as you like, or none.',
    'range again': () => 'I didn’t catch that. Which of these is nearest?',
    'cards again': () => 'I didn’t catch that. Which of these would you like?',
    'text again': () => 'Sorry, I need an answer to go on.',
    'text too long': () => 'That is a little long for me. Could you say it shorter?',
    'email again': () =>
      'That doesn’t look like an email address. Could you check it? It should look like name@example.org.',
    'phone again': () => 'That doesn’t look like a phone number. Could you check it?',
    'postcode again': () => 'That doesn’t look like a postcode. Could you check it?',
    'date again': () => 'I need a date here, such as 3 April or next Tuesday.',
    'number again': () => 'I need a number here, such as 1,900. Roughly is fine.',
    'number too small': ({ least }: { least: string }) => `That seems too low: it should be at least ${least}.`,
    'number too large': ({ most }: { most: string }) => `That seems too high: it should be at most ${most}.`,
    'rating again': ({ most }: { most: number }) => `Please give a whole number from 1 to ${most}.`,
    'file again': () => 'Please pick a file with the button, or write “skip”.',
    'file too large': ({ megabytes }: { megabytes: number }) =>
      `That file is too large: it may have at most ${megabytes} MB.`,
    'wrong file': ({ kinds }: { kinds: readonly string[] }) =>
      `I can’t take that kind of file. I can take ${list.format(kinds)}.`,
    'range under': ({ to }: { to: string }) => `under ${to}`,
    'range over': ({ from }: { from: string }) => `over ${from}`,
    'range between': ({ from, to }: { from: string; to: string }) => `${from} to ${to}`,
    'did you mean': ({ probably }: { probably: string }) => `Did you mean ${probably}?`,
    'yes, that': ({ probably }: { probably: string }) => `Yes, ${probably}`,
    'no, as typed': ({ typed }: { typed: string }) => `No, ${typed} is right`,
    'field doubtful': ({ probably }: { probably: string }) =>
      `Did you mean ${probably}? If not, send it again as it is.`,
    'field needed': () => 'This is needed.',
    'back to the card': () => 'Back to the card:',
    'form not sent': () => 'Please fill the card in and press its button, or write “skip”.',
    'card first': () => 'Please fill the card in and press its button first.',
    'go on without': () => 'Go on without',
    'form mistakes': ({ count }: { count: number }) =>
      count === 1 ? 'One thing to look at:' : 'A few things to look at:',
    'consent given': () => 'Yes, I agree',
    'consent declined': () => 'No, thanks',
    'consent policy': () => 'How we use what you tell us',
    'at time': ({ time }: { time: string }) => `at ${time}`,
    'a day at': ({ day, time }: { day: string; time: string }) => `${day} at ${time}`,
    'tomorrow at': ({ time }: { time: string }) => `tomorrow at ${time}`,
    'on a day at': ({ day, time }: { day: string; time: string }) => `on ${day} at ${time}`,
    'answer by email': ({ business }: { business: string }) => `${business} has answered you`,
    'answered while away': ({ business }: { business: string }) =>
      `You wrote to ${business} in the chat. You had left when this was answered, so it comes by email.`,
    'way back': () => 'Go on in the chat, where you left it',
    'transcript of': ({ business }: { business: string }) => `Your chat with ${business}`,
    'transcript you': () => 'You',
    'save the file': () => 'Save',
    'go to the page': () => 'Go there',
    code: () => 'Code',
    'in stock': () => 'In stock',
    'few left': () => 'Only a few left',
    'to order': () => 'Made or ordered for you',
    'out of stock': () => 'Out of stock just now',
    'so many left': ({ count }: { count: number }) => `${count.toLocaleString('en')} in stock`,
    'attached to a letter': ({ count }: { count: number }) =>
      count === 1
        ? '(A file was attached, which is not kept here.)'
        : `(${count} files were attached, which are not kept here.)`,
    'email came back': ({ address }: { address: string }) =>
      `My email to ${address} came back. Is that address right? Write “back” to change an answer.`,
  },
  team: {
    'answered before': () => 'A question was answered that was answered before, perhaps in another tab.',
    'nothing to go back to': () => 'There was nothing to go back to.',
    'went back': () => 'The visitor went back.',
    'started again': () => 'The visitor started again.',
    'wanted to stop': () => 'The visitor wanted to stop.',
    'scene not there': () => 'The flow leads to a scene that is not there.',
    'not understood': ({ tries }: Direction) => `No answer was understood in ${times(tries)}.`,
    'left out': () => 'The visitor left the question out.',
    'form left out': () => 'The visitor left the card out.',
    'asked before the chat': ({ details }: Direction) => `Asked before the chat: ${[details ?? []].flat().join(', ')}.`,
    'given before the chat': () => 'Given before the chat.',
    'went on without': () => 'Went on without giving anything.',
    'form not filled in': () => 'The card was not filled in.',
    'not for sale': ({ refs }: Direction) =>
      `Not shown, as it is not among the things for sale: ${[refs ?? []].flat().join(', ')}.`,
    'no card picked': () => 'None of the cards was picked.',
    'team closed': ({ team, until }: Direction) => `${team} is closed${until === undefined ? '' : ` until ${until}`}.`,
    'nobody came': ({ after }: Direction) => `Nobody had come for ${after}.`,
    'nobody of the team': ({ team }: Direction) => `Nobody of ${team} was there.`,
    'service failed': ({ why }: Direction) => `The service failed: ${why}`,
    'service answer incomplete': ({ missing }: Direction) =>
      `The service’s answer held nothing for ${[missing].flat().join(', ')}.`,
    'chart not drawn': ({ title }: Direction) => `The chart “${title}” could not be drawn: a value is not known.`,
    'not worked out': ({ fact, why }: Direction) => `“${fact}” could not be worked out: ${why}`,
    'not kept': ({ fact }: Direction) => `“${fact}” was given a value too large to keep, and stays as it was.`,
    'spoke enough': ({ times }: Direction) =>
      `The flow had spoken ${times} times by itself; it waits until the visitor does something.`,
    'no answer yet': ({ after }: Direction) => `No answer for ${after}.`,
    'no answer': () => 'There was no answer.',
    'email undelivered': ({ to, why }: Direction) => `The email to ${to} did not arrive: ${why}`,
    'email without address': () => 'No email was sent: the visitor’s address is not known.',
    'email sent before': ({ subject }: Direction) => `The email “${subject}” went out before; it was not sent again.`,
    'no reply': () => 'No reply',
    'wanted a person': ({ by }: Direction) => `The visitor wants a person: “${by}”.`,
    'questions not answered': ({ times }: Direction) =>
      times === 1 ? 'A question was not answered.' : `${times} questions were not answered.`,
    'visitor wanted somebody': () => 'The visitor wanted somebody.',
    'service wishes for somebody': () => 'Your service that answers wishes for a person.',
    'flow fetched somebody': () => 'The flow fetched somebody.',
    'flow stumbled': () => 'The flow could not go on, because of a mistake in Kineta that its log tells of.',
    'too many steps': ({ steps }: Direction) => `The flow took ${steps} steps without asking the visitor anything.`,
    'too much work': () => 'The flow had more to work out than it may without asking the visitor anything.',
    'flow not published': ({ flow }: Direction) => `The flow wanted to go on with “${flow}”, which is not published.`,
  },
  alerts: {
    offered: ({ visitor }: AlertAbout) => `${visitor} is offered to you.`,
    wanted: ({ visitor }: AlertAbout) => `${visitor} waits for a person.`,
    assigned: ({ visitor }: AlertAbout) => `${visitor} is yours now.`,
    wrote: ({ visitor }: AlertAbout) => `${visitor} wrote to you.`,
    'came back': ({ visitor }: AlertAbout) => `${visitor} is back, as you put it off until now.`,
    mentioned: ({ visitor, by, text }: AlertAbout) => `${by || 'Somebody'} mentioned you, about ${visitor}: ${text}`,
    told: ({ visitor, text }: AlertAbout) => `${visitor}: ${text}`,
    arrived: ({ visitor }: AlertAbout) => `${visitor} opened the chat.`,
    over: ({ visitor }: AlertAbout) => `The conversation with ${visitor} is over.`,
    rated: ({ visitor, text }: AlertAbout) => `${visitor} said how it went: ${ratings[text] ?? text}.`,
  } as Readonly<Record<string, (about: AlertAbout) => string>>,
  letters: {
    several: ({ count, business }: { count: number; business: string }) => `${count} things at ${business}`,
    'something newer': ({ visitor }: { visitor: string }) => `Something happened with ${visitor}.`,
    'looked after': ({ by }: { by: string | null }) => (by ? `${by} looks after it.` : 'This needs you no more.'),
    'what was said': () => 'What was said so far:',
    'a visitor': () => 'A visitor',
    why: ({ business }: { business: string }) =>
      `You are told of this as is set at ${business} under “Who is told of what”.`,
    'a try': () => 'This is a try: what Kineta tells you of comes like this.',
  },
};
