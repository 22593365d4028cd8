/** What the parts of the chat say that are loaded when one meets them, in English: cards, forms, files, and what else can be done. */
export const en = {
  lessOfIt: 'Back to the chat',
  emailThis: 'Email me this chat',
  yourEmail: 'Your email address',
  sendIt: 'Send it',
  onItsWay: (email: string) => `It is on its way to ${email}.`,
  eraseThis: 'End and erase my chat',
  whatIsErased:
    'What was said here is taken away, for you and for us: your messages, your answers, what you sent, and by what you were known. It cannot be brought back.',
  eraseNow: 'Erase it all',
  oftenAsked: 'Often asked',
  perhapsThis: 'Perhaps this answers it',
  answeredFrom: (questions: readonly string[]) => `From: ${questions.join(' · ')}`,
  needHelp: 'I still need help',
  stillNeedsHelp: (question: string) => `I have read “${question}” and still need help.`,
  nothingFilledIn: 'Nothing filled in',
  answerOtherwise: 'Answer otherwise',
  fileLost: 'The file did not get through. Try again.',
  ifYouLike: ' (if you like)',
  pleasePick: 'Please pick',
  cards: (count: number) => `${count} ${count === 1 ? 'card' : 'cards'}`,
  earlierCards: 'Earlier cards',
  moreCards: 'More cards',
  chooseFile: 'Choose a file, or drop it here',
  sendingFile: (name: string) => `Sending ${name}…`,
  fileTooLarge: (name: string, megabytes: string, most: number) =>
    `${name} has ${megabytes} MB; at most ${most} MB can be sent.`,
};
