import { ways } from '../../vocabulary/phrases.ts';

// Phrases with ways in them (`phrases`): of those that ask for a person, and those that hold the same words and ask for none, some are
// drawn to learn from, beside the examples. What is missing here is not missed where its parts are in another.

/** Whom one asks for. */
const person = ways(`
  {a|an|the|your|another|some|one of your|any} {real|actual|live|human|proper|} {person|human|human being|agent|operator|representative|rep|adviser|member of staff|member of your team|staff member|colleague|manager|supervisor|specialist|expert|consultant|engineer|salesperson}
  {someone|somebody|anyone|anybody} {|else|real|human|there|from your team|from sales|from support|in charge|in the office|who can help|who knows|who understands}
  {your|the} {team|sales team|support team|staff|people|manager|boss|office|support|sales team|owner}
  {customer service|customer services|customer support|customer care|sales|support|reception|real people|a real person|human|agent|person|whoever is in charge|one of you|your boss|people}
`);

/** What may stand before it and says nothing. */
const polite = ways(`
  please | pls | hi | hello | ok | so | well | sorry | no
`);

/** What may stand behind it. */
const tail = ways(`
  please | pls | now | today | asap | thanks | instead | about this | about my bill | about a quote
  about my boiler | right now | on the phone | if possible
`);

/** How one begins to ask for something. */
const ask = ways(`
  can i | could i | may i | can we | could we | i want to | i need to | i would like to | i d like to
  i d rather | i would prefer to | let me | is it possible to | would it be possible to | how do i | how can i
  where can i | id like to | i wanna | i have to | i must | i was hoping to | any chance to | do i get to
  when can i | i ll only | i really want to | i just want to | can you let me | am i able to | i demand to
`);

/** What one does with somebody. */
const talk = ways(`
  talk to | speak to | talk with | speak with | chat to | chat with | have a chat with | have a word with
  get hold of | reach | contact | get in touch with | get through to | be put through to | be connected to
  be transferred to | discuss this with | go through this with | deal with | hear from | message | see
`);

/** Being brought to somebody. */
const pass = ways(`
  put me through to | connect me to | connect me with | transfer me to | pass me to | pass me on to
  hand me over to | put me in touch with | forward me to | redirect me to | switch me to | take me to
  put me on to | send me to | escalate this to | transfer this chat to | get me | give me | fetch me | find me
  bring me | fetch | get | bring in | show me
`);

/** Asking it of who reads. */
const you = ways(`
  can you | could you | would you | will you | please | just | why don t you | i want you to | i need you to
`);

/** Wanting to have. */
const want = ways(`
  i want | i need | i d like | i would like | i prefer | give me | i m looking for | want | need | i require
  i demand | i ll wait for | i m waiting for | can i have | can i get | could i have | i could use
  i d prefer | i asked for | i expect
`);

/** What somebody is wanted for. */
const help = ways(`
  help | help me | answer | call me | ring me | phone me | contact me | get in touch with me | get back to me
  talk to me | speak to me | chat with me | reply | explain this | look at this | take over | join | advise me
  call me back | text me | email me | deal with this | sort this out | look into this | message me
  pick this up | step in | come online | answer my question | assist | respond | listen
`);

/** How one telephones. */
const call = ways(`
  call | ring | phone
`);

/** What is asked for by who wants to be called. */
const callback = ways(`
  a call | a callback | a call back | a phone call | a ring | someone to call me | somebody to ring me
  a chat with someone | a word with somebody
`);

/** Whom nobody wants. */
const bot = ways(`
  {a|the|this|these|that|stupid|your|any|} {bot|bots|robot|robots|machine|machines|computer|chatbot|chatbots|automated reply|automated replies|ai|program}
`);

/** Where somebody may be. */
const there = ways(`
  there | here | around | available | online | free | about | in | on duty | listening | reading this | awake
  at the desk | in today | working | there right now | online now
`);

/** Who may be there. */
const some = ways(`
  anyone | anybody | someone | somebody | a person | a human | any human | a real person | an agent
  an adviser | any agent | the team | your team | a manager | any of you | one of you | a member of staff
  any real people | customer support | your sales team
`);

/** When, and how, one wants to be called. */
const when = ways(`
  back | back please | please | now | later | tomorrow | today | asap | on my mobile | on 01632 960117
  after five | in the morning | when you can | about this | instead | at home
`);

/** Others than who writes, and than who answers. */
const who = ways(`
  {my|our|the|his} {husband|wife|mother|tenant|neighbour|boss|manager|boiler|phone|landlord|agent|engineer|son|team|support|house}
`);

/** What else is asked for. */
const thing = ways(`
  a heat pump | a quote | a price | a survey | the warranty | the boiler | the app | the grant | solar panels
  the invoice | the deposit | noise | the installation | my bill | a form | a battery | the thermostat
  a discount | my order
`);

/** When it was. */
const past = ways(`
  yesterday | last week | last month | in may | earlier | already | before | this morning | on monday
  on the phone last time
`);

/** Asking for a person, and how many times as often as another each is drawn. */
export const wanting: ReadonlyArray<readonly [phrase: string, times: number]> = [
  [`{${polite}|} ${ask} ${talk} ${person} {${tail}|}`, 8],
  [`${talk} ${person} {${tail}|}`, 2],
  [`{${polite}|} ${you} ${pass} ${person} {${tail}|}`, 6],
  [`{${polite}|} ${want} ${person} {${tail}|}`, 4],
  [`${want} ${person} to ${help} {${tail}|}`, 1],
  [`{can|could|would|will|may} ${some} ${help} {${tail}|}`, 2],
  [`{is|are} ${some} ${there} {${tail}|}`, 2],
  [`{is|are} there ${some} ${there}`, 1],
  [`{is|are} there ${some} {i can talk to|who can help|to talk to|i can speak with|to speak to|i could ask}`, 1],
  [`{any|no} {person|human|humans|real people|agents|staff|one} ${there}`, 1],
  [`{${polite}|} {anyone|anybody|someone|somebody} ${there}`, 1],
  [`hello {anyone|anybody|somebody}`, 1],
  [`${you} ${call} me {${when}|}`, 2],
  [`${want} ${callback} {${tail}|}`, 1],
  [`${ask} {have|get|arrange|book|request} ${callback} {${tail}|}`, 1],
  [`{give me|drop me} {a call|a ring|a bell|a shout|a buzz} {${when}|}`, 1],
  [`${ask} {talk|speak|do this|discuss this|chat} {on|over|by} the phone`, 1],
  [
    `{no|no more|not|enough of|sick of|fed up with|i hate|i don t want|i don t like|i m not talking to|i don t want to talk to|stop|get rid of|turn off|skip|i m done with|tired of|rather than|instead of|not talking to|i don t trust|get me out of|i m fed up with talking to|bypass} ${bot} {${tail}|}`,
    1,
  ],
  [
    `{human|person|agent|operator|representative|real person|live agent|human being|live chat|live person|customer service|speak to agent|talk to human|supervisor|manager please|a human please} {${tail}|}`,
    1,
  ],
  [`{who|whom} {can|do|could|should|may} i {talk|speak} {to|with} {${tail}|}`, 1],
  [`${ask} ${talk} ${person} {not|instead of|rather than} ${bot}`, 1],
  [`{someone|somebody} ${help} {please|now|}`, 1],
  [
    `{a person|a human|a real person|somebody real|a phone call|a call} would be {better|easier|best|quicker|nice|good}`,
    1,
  ],
  [`{${polite}|} put me through {${tail}|}`, 1],
  [`${you} {connect me|transfer me|put me through|escalate this|hand me over|pass me on} {${tail}|}`, 1],
  [`have {someone|somebody|a person|an adviser|your team} ${help} {${tail}|}`, 1],
  [`{ask|tell|get} {someone|somebody|an engineer|your manager} to ${help}`, 1],
  [`{are you|am i talking to} a bot {i want|give me|can i have|get me} ${person}`, 1],
  [`${want} {human|live|real|personal} {help|support|chat|contact|assistance|advice}`, 1],
  [
    `{do you have|have you got} {any|some|a} {real|actual|live|human} {people|person|staff|agents} {there|here|i can talk to|to talk to|}`,
    1,
  ],
  [
    `does {anyone|anybody|a human|a person} {read|answer|monitor|look at} {this|these messages|this chat|here|the chat}`,
    1,
  ],
  ['call me {on|at|under} {01632 960117|my mobile|this number|07700 900123|my landline|my work number}', 2],
  ['{callback|call back|phone call|call} please', 1],
  [`{i will|i ll|i can|happy to} {wait for|hold for|stay on for} ${person}`, 1],
  [
    '{i want|get|give me|i need|put me through to|} {your|the|} customer {service|services|support|care} {please|team|now|}',
    2,
  ],
  [
    `{my|our} {wife|husband|mother|mum|dad|partner|landlord} {wants|needs|would like|d like} to {talk|speak|chat} {to|with} ${person} {${tail}|}`,
    2,
  ],
  ['{i said|i want|once more|again} {agent|human|person|operator}', 1],
  ['{real people|humans|people|no bots|human} only {please|}', 1],
  ['{help|sorry|please} i need {somebody|someone|a person|a human|an agent}', 1],
  ['{let s|lets|can we|i want to} {skip|leave|drop|end|stop} {the|this} {bot|robot|machine|automated chat}', 1],
  [
    '{let|tell} {someone|somebody|a colleague|your team|an agent} {know|} {that|} i {m waiting|am waiting|m here|need help}',
    1,
  ],
  ['{bring in|call in|loop in|get} {a colleague|a human|an expert|somebody|your manager}', 1],
  ['{talk|speak} to {priya|tom|hanne|callum|nia|maya} {please|again|}', 1],
  ['{hello|hi} {is|} {anybody|anyone|somebody} {home|there|in|around}', 1],
  ['call {me|} {when|as soon as} you {can|re free} {please|}', 1],
  ['{not you|no bot|not a bot|not this} {a|} {person|human|real person} {please|}', 1],
];

/** Asking for none. */
export const wantingNone: ReadonlyArray<readonly [phrase: string, times: number]> = [
  [
    `{how many|do|are|what do|which} {people|persons|staff|agents|engineers|humans|customers} {are needed|work there|live here|come|use it|say|pay|have one|fit in}`,
    1,
  ],
  [
    `{does|do|did|will|would|must|should} {someone|somebody|a person|anyone|an adult|the owner|an agent|my tenant} {have to|need to|be|sign|come|live|apply|install} {home|there|in|for it|it|${thing}|first}`,
    1,
  ],
  [
    `i {am|m|work as|was} {a|an|the} {agent|letting agent|estate agent|operator|manager|engineer|person|representative|landlord|consultant|adviser|carer}`,
    1,
  ],
  [
    `i {spoke|talked|chatted|wrote} {to|with} {someone|somebody|your team|an agent|a person|an engineer|${who}} ${past}`,
    1,
  ],
  [
    `{someone|somebody|an engineer|your agent|your colleague|one of your people|a rep} {said|told me|came|called|promised|was here|rang|phoned|left|broke it|visited} ${past}`,
    1,
  ],
  [
    `{don t|do not|please don t|never|no need to|you need not} {call me|ring me|phone me|contact me|put me through|transfer me|connect me|send anyone|get anyone}`,
    1,
  ],
  [
    `i {don t|do not} {want|need} {to talk to anyone|a call|anybody to call|a person|an agent|to speak to anybody|a callback|a human}`,
    1,
  ],
  [`${who} {wants|needs|asks|talks|speaks|said|called|agreed|decides|has} {to know|about|${thing}|that|it|}`, 1],
  [`{call|you can call|they call} {me|him|her|it} {sam|maya|jo|mr smith|bob|the boss}`, 1],
  [
    `{i want|i need|i d like|can i get|give me|i m looking for|could i have|i would like|can you send me|send me|get me|find me} ${thing} {please||today|for my house|for two people}`,
    1,
  ],
  [
    `{is|are} {there|} {any|a} {grant|discount|one cheaper|offers|dates|slots|help with costs|information|appointments} {available|online|free|there|in march|}`,
    1,
  ],
  [
    `{is|are} {the|your|this|it|that} {engineers|people|team|agents|support|staff|chat|service|company|app|system} {insured|qualified|free|real|any good|local|expensive|safe|included|certified}`,
    1,
  ],
  [
    `{human|personal|staff|agent|team|customer|support|service|call} {resources|error|rights|details|costs|fees|contract|number|charge|centre worker|id|beam|brochure|reviews}`,
    1,
  ],
  [
    `{connect|transfer|pass|hand|switch|put} {it|the boiler|the panels|the warranty|the data|the keys|${thing}} {to|with|on|over to} {my phone|the grid|the new owner|my tenant|the thermostat|the wall|my son|wifi}`,
    1,
  ],
  [`{contact|phone|call|my} {number|details|charge|address|out fee} {is|is 01632 960117|please|}`, 1],
  [`{a|one|two|three|four|five} {person|people|persons|adults|humans}`, 1],
  [
    `{can|could|may} {someone|somebody|anyone|my tenant|a person|${who}} {apply|live here|use it|install it myself|sign|join later|hear it|share it|switch it off}`,
    1,
  ],
  [
    `{what|which} {number|person|agent|team|support|staff|contact} {is|does|do i|should i} {best|need|get|pay|it|on the form}`,
    1,
  ],
  [
    `{it is|it s|this is|that is} {for|about} {people|a person|someone|my agent|my team|an old person|somebody else}`,
    1,
  ],
  [`{nobody|no one} {came|told me|called|answered|lives here|knows|said anything|is home}`, 1],
  [
    `{the|my|our} {person|agent|manager|operator|engineer|people|staff} {was|were|is|are|came|who} {great|rude|late|here|away|came|on holiday}`,
    1,
  ],
  [`i {talk|talked|spoke|speak|will speak} {to|with} ${who} {first|about it|later|tonight|}`, 1],
  [
    `do {you|your people|your engineers|you guys} {speak|talk|chat|work|come|call|answer} {french|weekends|on sundays|in tarrowdale|before coming|first}`,
    1,
  ],
  [
    `{robot|machine|computer|ai|automated|bot} {vacuum|mower|washing|room|heating|controls|reader|at work|in the cellar}`,
    1,
  ],
  [
    '{am i|are we} {talking|speaking|chatting|writing} {to|with} {a|an} {bot|robot|machine|computer|person|human|real person|agent}',
    1,
  ],
  [
    '{is this|are you|is it|is robin|are these|is that} {a|an|written by|run by|answered by|} {bot|robot|machine|computer|human|real person|person|real people|agent|ai|automated}',
    1,
  ],
  [
    'i {m not|am not|am|work with|work on|fix|build|sell|train} {a robot|robots|computers|humans|a machine|people|agents|machines|phones}',
    1,
  ],
  [
    '{do|did|will|would|should|must|when do|why do|where do|how often do} i {have to|need to|} {speak to|talk to|call|ring|contact|tell|ask} {someone|somebody|anyone|an engineer|a person|my agent|the council|my supplier} {|first|for that|about it|again}',
    1,
  ],
  [
    '{when|why|did|how soon} {will|do|did|would|} {you|someone|somebody|your team|they} {call|ring|contact|phone|come} {me|back|us|}',
    1,
  ],
  [
    '{can i|could i|is it possible to|i want to|i d like to|how do i} {do this|order|get a price|book|buy|finish|apply} without {speaking to|talking to|calling|a call from|waiting for} {anyone|somebody|a person|someone|an agent|a human}',
    1,
  ],
  [
    '{if|when|once|unless|until|before|after} i {want to|need to|have to|} {speak|talk|spoke|talked} {to|with} {someone|somebody|an agent|a person|your team|an engineer}',
    1,
  ],
  [
    '{i|we} {ve already|have already|already|just|have just} {spoken|talked|chatted|spoke|written} {to|with} {someone|a person|your team|an agent|your colleague|a human|sales}',
    1,
  ],
  [
    '{i am|i m|} not {ready|going|able|allowed|keen|wanting} to {talk|speak|chat} {to|with} {anyone|someone|sales|a person|your team}',
    1,
  ],
  [
    '{no thanks|no|nope|not now} i {don t|do not|d rather not|won t} {want to|need to|have to|} {talk|speak|chat} {to|with} {anyone|someone|a person|a human|an agent|anybody}',
    1,
  ],
  ['{email|text|write to|mail|send} {me|it to me|me a letter} {instead|please|the details|a quote|later}', 1],
  [
    '{just|please|everyone|people|they|most|} {call|calls} me {al|bea|tom|sam|mrs ellery|mr quill|jo|doctor|mum|grandma}',
    2,
  ],
  [
    '{can|could|may|when can|how can} i {call|ring|phone} {you|the office|your shop|him|the engineer} {on sundays|after five|today|}',
    1,
  ],
  [
    '{please|you can|} {call|contact|ask|phone} {the|my} {agent|tenant|neighbour|manager|landlord|caretaker} {on 01632 960117|first|for the keys|}',
    1,
  ],
  [
    '{you|they|someone|somebody} {promised|said|was supposed|were supposed|were going|agreed} {someone would|to|you would} {call|ring|phone|contact} me',
    1,
  ],
  [
    '{maybe|perhaps|i may|i might|i will|later i will} {later|tomorrow|next week|} {talk|speak|call|chat} {to|with} {someone|my wife|sales|you}',
    1,
  ],
  [
    '{there is|there s} {no|a|bad|always} {phone|reception|someone|phone reception|person|machine} {here|there|in the cellar|at home|}',
    1,
  ],
  [
    '{can|could|will|would} {someone else|another person|a friend|my son|anyone else|a tenant} {sign|pay|collect|use|take over|book} {it|the contract|this|for me|the keys|}',
    1,
  ],
  [
    '{can|could|would} you {transfer|pass|connect|hand|move|put} {the|my} {warranty|contract|data|boiler|invoice|booking|thermostat} {to|into|with} {a new owner|my wife|another house|my name|the grid}',
    1,
  ],
  [
    '{i|we} {have|got|use|keep|need|want} {a|an|no|the} {phone|phone number|human question|call|staff|machine|computer|robot mower|agent for that|person with low income}',
    1,
  ],
  ['{who|what} {made|runs|is|built|trained|owns} {this|the|your} {bot|robot|chatbot|team|ai|support|chat}', 1],
  ['how do i {become|train as|work as|get a job as} {an|a} {agent|engineer|installer|operator|representative}', 1],
  ['{speak|write|talk|answer} {english|german|polish|slowly|up|in english} please', 1],
  [
    '{i want|i need|want} {it|this|that|them} {installed|done|fitted|checked|signed} by a {real|proper|} {professional|engineer|expert|person|specialist}',
    1,
  ],
  [
    '{is|are|has} {anyone|anybody|anyone else|someone|other people} {else offering|complained|had|using|buying|selling|installing} {this|it|one|these}',
    1,
  ],
];
