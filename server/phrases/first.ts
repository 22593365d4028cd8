/** The phrases that ship, as drafts: a lead checks each before anybody writes it to a visitor. */
export const firstPhrases: ReadonlyArray<{ shortcut: string; text: string }> = [
  { shortcut: 'hello', text: 'Hello {first name|there}, thanks for writing to us. How can I help?' },
  { shortcut: 'read', text: 'I’ve read what you wrote, so you needn’t say it twice.' },
  { shortcut: 'moment', text: 'One moment, please: I’m looking that up for you.' },
  { shortcut: 'still-looking', text: 'I’m still on it. Thank you for waiting, {first name|and sorry for the delay}.' },
  { shortcut: 'which', text: 'Which of the two do you mean?' },
  { shortcut: 'more', text: 'Could you tell me a little more about that?' },
  { shortcut: 'picture', text: 'Could you send a picture of it? The button beside the box takes one.' },
  { shortcut: 'number', text: 'What is the number on the letter or the order, please?' },
  { shortcut: 'email', text: 'Which email address may we write to about this?' },
  { shortcut: 'call', text: 'Would you rather talk? Tell me a number and when it suits you, and we call.' },
  {
    shortcut: 'colleague',
    text: 'A colleague knows this better than I do. I’ll hand you over; they see all we wrote.',
  },
  {
    shortcut: 'dont-know',
    text: 'I don’t know that for certain, and I’d rather not guess. I’ll find out and write to you.',
  },
  { shortcut: 'sorry', text: 'I’m sorry about that. Let’s put it right.' },
  { shortcut: 'mistake', text: 'That was our mistake, and I’m sorry. Here is what we do about it:' },
  { shortcut: 'cannot', text: 'I’m afraid we can’t do that. What I can offer instead is this:' },
  { shortcut: 'by-when', text: 'You’ll hear from us by the end of the next working day.' },
  { shortcut: 'done', text: 'That is done now. You’ll see it within a few minutes.' },
  { shortcut: 'anything-else', text: 'Is there anything else I can help with?' },
  {
    shortcut: 'quiet',
    text: 'I haven’t heard from you for a while, so I’ll close this for now. Write any time, and we go on from here.',
  },
  { shortcut: 'bye', text: 'Thank you for writing, {first name|and have a good day}. Goodbye!' },
];
