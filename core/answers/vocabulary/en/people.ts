// Parts of patterns, of bare words (`bare`).

/** What may stand in front of a person whom one wants. */
export const DET = '(?:(?:a|an|any|some|one|the|your|ur|this|that|an actual|another) )?';

/** What kind of person. */
export const KIND =
  '(?:(?:real|actual|live|living|proper|genuine|breathing|human|physical|right|best|normal|friendly|senior|different|other|single|customer|call cent(?:er|re)|sales|support|service|services|care|technical|tech|aftercare|accounts?|billing|help) )*';

/** What is a person and nothing else, as one is wanted; “human resources” are none. */
export const PLAIN =
  '(?:persons?|humans?(?: beings?)?|operators?|agents?|representatives?|reps?|sales ?(?:person|man|woman|people|rep)|advis[eo]rs?|members? of (?:the |your |ur )?(?:staff|team)|(?:team|staff) members?|human being|real people|live people|actual people)(?! (?:resources?|rights|error|errors|nature|body|centred|readable|being required))';

/** Anybody at all. */
export const SOMEBODY =
  '(?:someone|somebody|anyone|anybody|some ?1|any ?1|sb|smb|sombody|somone|someone else|somebody else|anyone else|anybody else)';

/** Whom one talks to, but would not be brought or be given: a role, or a part of the business. */
export const ROLE =
  '(?:people|staff|team|employees?|workers?|colleagues?|managers?|supervisors?|boss|owner|consultants?|specialists?|experts?|technicians?|engineers?|installers?|assistants?|surveyors?|sales|support|customer (?:services?|support|care)|services?|help ?desk|reception(?:ist)?|office|sales (?:team|department|dept)|accounts(?: team| department)?|aftercare|department|one of (?:you|your|ur|the) ?(?:team|people|colleagues|staff|agents|guys|lot|engineers|advisors|advisers)?|you (?:guys|people|lot)|man|woman|guy|bloke|lady|gentleman|individual|professional|grown ?ups?|adult|whoever (?:\\w+ ){0,3}\\w+)';

/** Whom one talks to. */
export const PERSON = `(?:${SOMEBODY}|${DET}${KIND}(?:${PLAIN}|${ROLE}))`;

/** Whom one may be given. */
export const BROUGHT = `(?:${SOMEBODY}|${DET}${KIND}(?:${PLAIN}|colleagues?|managers?|boss|supervisors?|consultants?|specialists?|experts?|staff|people))`;

/** Talking. */
export const TALK = '(?:talk|speak|chat|speek|tlk|spk|converse|taking|talking|speaking|chatting)';

/** What may stand right behind somebody who is wanted; what else stands there tells of another. */
export const END =
  '(?:$| (?:please|pls|plz|now|today|here|for me|for us|instead|asap|thanks|thank you|right now|straight away|for this|on the phone|at once|immediately|if possible|directly|quickly|rather|too|then|first|quick|soon|again|already|thx|ta|mate|about|regarding|because|since|or|and|not|on here|on this|to me|from (?:sales|support|the|your|accounts|aftercare)|in (?:sales|support|the (?:sales|support|office)|your|accounts|aftercare|charge)|(?:who|that) (?:can|could|will|would|knows|understands|actually|is (?:able|real|human|not)|isn t|has a (?:brain|clue))|with (?:a brain|authority|experience|some))\\b)';

/** What somebody is wanted for. */
export const HELPS =
  '(?:talk|speak|chat|help|answer|explain|call (?:me|us|back)|ring (?:me|us|back)|phone (?:me|us|back)|contact (?:me|us)|assist|reply|respond|message|text|advise|listen|sort (?:this|it|that) out|look (?:into|at) (?:this|it|that|my)|deal with (?:this|it|that|me)|get back|get in touch|tell me|take over|step in|jump in|join (?:in|us|me|this|the chat)|handle (?:this|it|my)|take a look|(?:walk|take|guide|talk) me through|pick (?:this|it) up|check (?:this|it|that|my)|review (?:this|it|my)|come online|look after me)';

/** What only a person does, of all that somebody may be asked to do. */
export const COMMUNICATE =
  '(?:talk|speak|chat|call (?:me|us|back)|ring (?:me|us|back)|phone (?:me|us|back)|contact|answer|help|reply|respond|explain|discuss|message (?:me|us)|get back to (?:me|us)|get in touch|advise|assist|deal with (?:this|it|me|us))';

/** What nobody wants to talk to. */
export const BOT =
  '(?:ro)?(?:bots?|machines?|computers?|robots?|chat ?bots?|ai|a i|automated (?:systems?|answers?|assistants?|services?|things?|voices?|chats?|menus?|repl(?:y|ies)|responses?|messages?)|programs?|algorithms?|recording|menu|auto(?:matic)? (?:repl(?:y|ies)|responses?|messages?))';

/** The beginning of a clause, with what says nothing. */
export const BEGINS =
  '^(?:(?:hi|hello|hey|ok|okay|so|but|and|then|well|just|no(?! need)|yes|sorry|um|er|oh|look|listen|right|now|again|actually|really|please|pls|plz|thanks|good|morning|afternoon|evening|there|maybe|perhaps|also|either|or) )*';

/** How one begins to ask for something. */
export const FRAME = `${BEGINS}(?:(?:can|could|would|will|may|might) (?:i|we|you|someone|somebody|anyone|anybody|one of|a|an|any)|can t (?:i|we|you)|(?:is|are|isn t|aren t) (?:there|any|anyone|anybody|someone|somebody|one of)|(?:am i|are you|is it|would it be|if it s) (?:able|possible|allowed|ok)|any|(?:i|we)(?: m| am| ve| have| been| was| d| ll| will| would| do| really| just| only| still| also| much| must| got)* (?:want|need|like|love|prefer|rather|require|demand|insist|wish|hoping|expect|looking|looked|waiting|trying|asking|asked|appreciate|feel)|let|get|give|put|point|direct|send|take|bring|connect|transfer|pass|hand|fetch|find|show|have|ask|tell|switch|go|back|over|through|talk|speak|chat|contact|reach|how (?:do|can|could|might|about|on earth)|where (?:do|can|could)|who (?:do|can|could|should)|why (?:can t|won t)|any (?:chance|way|possibility)|someone|somebody|anyone|anybody|need|want|wanna|prefer|rather|looking for|wish)\\b`;

/** A few words between, none of which turns them round. */
export const GAP = '(?: (?!without|not|never|instead|don t|become|said|told|says|my|our|his|her|their)[a-z0-9]+){0,9}?';
