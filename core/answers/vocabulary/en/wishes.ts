import type { Vocabulary } from '../vocabulary.ts';
import {
  BEGINS,
  BOT,
  BROUGHT,
  COMMUNICATE,
  DET,
  END,
  FRAME,
  GAP,
  HELPS,
  KIND,
  PERSON,
  PLAIN,
  SOMEBODY,
  TALK,
} from './people.ts';

/** A pattern as it is read: nothing in it is escaped. */
const says = (parts: TemplateStringsArray, ...words: string[]): RegExp => new RegExp(String.raw(parts, ...words));

/** In so many words. */
const plainly = [
  says`\b(?:do you have|have you got) (?:a|an|any|some) ${KIND}${PLAIN}${END}`,
  says`\b(?:have to|need to|must|should i|can i|going to) (?:do|beg|wait|click|press|type|say|scream|shout|pay|dial|sign up) (?:\w+ ){0,3}to ${TALK} (?:to|with) ${PERSON}\b`,
  says`(?:${SOMEBODY}|no one|nobody|(?:a|any|some|no) ${KIND}(?:${PLAIN}|people|staff|number)) (?:(?:that|who|whom|where) )?(?:i|we) (?:can|could|may|might) (?:talk|speak|chat|ring|call|reach|ask)\b`,
  /\bwho(?: s| is) (?:the )?(?:best|right) (?:person|one) (?:for (?:me|us) )?to (?:speak|talk|chat|contact|call|ring|ask)\b/,
  says`(?:does|do|is|will|can) (?:${SOMEBODY}|any (?:real )?(?:people|humans?|staff)) (?:(?:actually|even|ever|really|here|still) )*(?:answer|read|reply|respond|work|monitor|listen|look at|check)(?:ing)?(?:$| (?:this|these|here|the chat|the messages|to me|at all|on here|my)\b)`,
];

/** Talking to somebody. */
const talking = [
  says`\b${TALK} (?:to|with) (?:a|an|the) (?:(?:real|actual|live|living|human) )+one${END}`,
  says`\b${TALK} (?:\w+ )?(?:to|with|2|wiv|w) ${PERSON}\b`,
  says`\b${TALK} (?:\w+ ){0,3}(?:on|over|by|via) (?:the )?(?:phone|telephone)\b`,
  /\bwho(?:m)? (?:can|could|do|may|should|would|shall) (?:i|we) (?:talk|speak|chat|turn) (?:to|with)\b/,
  says`\b(?:get|come|put|(?:put|get) (?:me|us)) (?:a hold of|hold of|through to|in touch with|on to|onto|connected to|connected with|talking to|in contact with) ${PERSON}\b`,
  says`\b(?:reach|contact|message|email|ask) ${DET}${KIND}(?:${PLAIN}|colleagues?|managers?|one of your \w+)\b`,
  says`\b(?:reach|contact) (?:your|the) ${KIND}(?:team|office|people|staff|sales|support|manager|help ?desk)${END}`,
  says`\b(?:can|could|may|might) (?:i|we) (?:please |just )?(?:ask|see|message|text|call|ring|phone) ${SOMEBODY}${END}`,
  /^(?:(?:please|pls|plz|just|or|and) )*(?:call|ring|phone) (?:when|whenever|as soon as|any ?time) you (?:can|like|could|want|are|re|have)\b/,
  says`\b(?:reach|contact) ${SOMEBODY}\b`,
  says`\b${TALK} (?:to|with) (?:[a-z]+ ){1,2}or (?:(?:to|with) )?${PERSON}\b`,
  says`\b(?:quick |private )?word with ${PERSON}\b`,
  says`\b(?:complain|complaint|escalate|go|turn|put it) (?:\w+ ){0,2}to (?:${SOMEBODY}|${DET}${KIND}(?:${PLAIN}|managers?|supervisors?|boss))${END}`,
  says`\b(?:discuss|talk|go|run|sort|handle|settle|arrange|resolve|continue|carry on|finish|do) (?:\w+ ){0,3}with (?:a|an|some|one of your|your|another) ${KIND}(?:${PLAIN}|colleagues?|managers?|experts?|specialists?|staff|people|team)\b`,
  says`\b(?:advice|help|a hand|answers?|reply|response|assistance|support|hear|information|call) (?:\w+ )?from (?:${SOMEBODY}|(?:a|an|some|real|actual|one of your|your) ${KIND}(?:${PLAIN}|people|colleagues?|staff|team|experts?|specialists?|managers?))\b`,
  says`${BEGINS}(?:would|could|can|might) (?:a|an|any|some) ${KIND}${PLAIN} be able to ${HELPS}`,
  // By their name.
  says`\bput (?:me|us) (?:on|through|over) to (?!a |an |the |your |my )[a-z]{3,}(?: (?:please|pls|plz|again|instead|now))*$`,
  says`${BEGINS}(?:(?:can|could|may) (?:i|we) |(?:i|we) (?:want|need|would like|d like) to |let me )?(?:please )?${TALK} (?:to|with) (?!you|me|us|him|her|them|it|myself|yourself|people|this|that)[a-z]{3,}(?: (?:please|pls|plz|again|instead|now))*$`,
  says`\b(?:let|tell) ${SOMEBODY} (?:know )?(?:that )?(?:i|we) (?:m|am|re|are) (?:still )?(?:here|waiting|on)\b`,
  /\b(?:do|sort|handle|finish|continue|arrange|discuss|settle|go through|go over) (?:(?:this|it|that|everything|the rest) )?(?:out )?(?:by|on|over|via) (?:the )?(?:phone|telephone)\b/,
  says`\bbe (?:connected|transferred|passed|put|handed|moved|referred|called) (?:(?:on|over|through|back) )*(?:to|with|by) ${PERSON}\b`,
  /\bbe (?:transferred|put through|passed on|handed over|called|called back|rung|rung back|phoned)(?:$| (?:back|please|pls|now|today|tomorrow|by (?:someone|somebody))\b)/,
  says`^(?:(?:hi|hello|please|ok|so|but|then|just|no) )*(?:(?:i|we) (?:(?:really|just|only|still|do|would|d|ll|will|must|have to|got to|don t mind but) )*(?:want|need|like|love|prefer|rather|insist|demand|feel better|have)|(?:can|could|may|might) (?:i|we|you)|how about|what about|is it possible|would it be possible|let me|let us|i d|we d|please) (?:(?!without|not|never|instead)\w+ ){0,9}(?:to|with|by) (?:(?:a|an|another|your|some|the) )?(?:${KIND}(?:humans?(?: beings?)?|operators?|representatives?|reps?)|(?:(?:real|actual|live|living|proper|genuine|human) )+(?:person|people|agents?|advis[eo]rs?)|a person)${END}`,
  says`\b(?:discuss|explain|describe|go over|go through|talk through|run) (?:\w+ ){0,5}(?:to|with|past|by) ${SOMEBODY}${END}`,
  says`\bsee ${DET}${KIND}(?:${PLAIN}|managers?|supervisors?)${END}`,
  /\bany (?:(?:real|actual|live|living|human) )*(?:people|humans?|persons?|agents?|operators?|staff)(?: (?:working|there|here|about|around|available|online|in|on|today|now|at all))+$/,
];

/** Being passed on. */
const passedOn = [
  says`\b(?:put|get) ${BROUGHT} on\b`,
  says`\b(?:bring in|over to|back to) ${BROUGHT}${END}`,
  says`\b(?:put|patch|transfer|pass|connect|hand|forward|redirect|switch|move|send|escalate|route|direct|take|refer|bring) (?:(?:me|us|this|it|this chat|my \w+|the chat|the conversation) )?(?:(?:straight|directly|over|on|through|up|back|along) )*(?:to|with|onto|2|through to|on to) ${PERSON}\b`,
  /\b(?:put|patch) (?:me|us) through\b/,
  /\b(?:transfer|redirect|escalate) (?:me|us|this|it|my (?:case|issue|problem|complaint|query|question|chat))\b(?! (?:to|into|from|money|payment))/,
  /\b(?:hand|pass) (?:me|us) (?:over|on)\b/,
];

/** Being given somebody. */
const given = [
  says`\b(?:get|give|fetch|find|bring|grab|gimme|show|lend|let me have|let us have|can i have|could i have|may i have|can i get|could i get|can we have) (?:(?:me|us) )?${BROUGHT}(?:${END}| to (?:please )?${HELPS})`,
  says`\b(?:want|wants|need|needs|would like|d like|like|wanna|require|demand|prefer|looking for|after|could use|insist on|expect|deserve|would prefer|d prefer|hoping for|wish for|would love|requesting|request|asked for|asking for|ask for|waiting for|wait for) (?:to have )?(?:${SOMEBODY}|${DET}${KIND}(?:${PLAIN}))(?:${END}| (?:i (?:can|could) |to (?:please )?)${HELPS}| i can (?:ask|trust))`,
  /\b(?:want|need|would like|d like|wanna|require|prefer|looking for|after|could use) (?:to have )?(?:some |an? )?(?:live|human|real|personal) (?:chat|support|help|assistance|contact|interaction|conversation|advice|person)\b/,
  says`\b(?:can|could|would|will|may) (?:${SOMEBODY}|(?:a|an|one of your|any of your|your) ${KIND}(?:${PLAIN}|colleagues?|team|staff|people|guys)) (?:of yours )?(?:please |pls |kindly |there |here |just |actually |possibly )*(?:${HELPS})\b`,
  says`^(?:(?:hello|hi|please|pls|ok|just|help|oh) )*${SOMEBODY} (?:please |pls |just |there |here )*(?:${HELPS}|call|ring|phone)(?:$| (?:me|us|this|please|pls|asap|now|my)\b)`,
  says`\bi(?:ll| ll| will)? (?:want|wait for|need) ${SOMEBODY} (?:real|human|alive|living|who (?:can|will|understands|knows))\b`,
  says`\b${SOMEBODY} (?:real|human|in charge|senior|higher up|who (?:isn t|is not|s not) (?:a )?${BOT})\b`,
  /\blet me (?:talk|speak) (?:to|with) (?:you|him|her|them)\b/,
];

/** Being called. */
const called = [
  says`\b(?:can|could|would|will) ${SOMEBODY} (?:please |just |maybe )*(?:call|ring|phone)(?:$| (?:me|us|back|please|pls|now|asap|about|today|tomorrow)\b)`,
  /\b(?:call|ring|phone|telephone|buzz|bell) (?:me|us)(?: back| up)?(?:$| (?:please|pls|plz|now|later|today|tonight|tomorrow|asap|at|on|after|before|in|about|when|whenever|instead|if|as soon|this|between|any|anytime|regarding|over|first|around|from|once|then|again|to|straight|soon|on|because|and|thanks|before|back|with|next|monday|tuesday|wednesday|thursday|friday|saturday|sunday|urgently|immediately|directly|quickly|so)\b)/,
  /\b(?:give|gimme|drop) (?:me|us)? ?(?:a|another) (?:quick )?(?:call|ring|bell|buzz|phone ?call|shout|tinkle|callback)\b/,
  says`\b(?:have|get|ask|tell|let|want|need|like|make) ${PERSON} (?:to )?(?:please )?(?:call|ring|phone|contact|get in touch with|reach out to|get back to|email|text|message|write to|reply to|answer|speak to|talk to) (?:me|us)\b`,
  /\b(?:arrange|request|book|want|need|like|organi[sz]e|schedule|(?:can|could|may) (?:i|we) (?:please )?(?:have|get)|prefer|order|set up|ask for|appreciate|love|welcome) (?:(?:for|me|us) )?(?:a|the|another) (?:quick |proper |phone |telephone |return )?(?:call ?back|call|phone ?call|telephone call|chat with (?:a|an|someone|somebody|one)|word with (?:a|an|someone|somebody|one))\b/,
  /\b(?:please |pls |kindly |can you |could you |would you |will you )(?:get (?:back to|in touch with)|contact|reach out to) (?:me|us)\b/,
  /\b(?:call|ring|phone|telephone) (?:me on )?my (?:mobile|number|phone|cell|landline|home|work|mob)\b/,
];

/** Whether anybody is there. */
const there = [
  says`\b(?:is|are|s|isn t|was|aint|ain t) (?:there )?(?:any ?body|any ?one|some ?one|some ?body|any ?1|some ?1|(?:(?:any|some|a|an|no|one) )?${KIND}(?:${PLAIN}|people|staff)|(?:a|the|your|any) (?:managers?|supervisors?|boss|team))(?: of (?:you|your \w+))?(?: else)?(?: (?:actually|really|even|currently|still|there|from (?:the |your )?\w+))*(?: (?:there|here|around|available|online|about|home|in|on|awake|alive|listening|reading(?: this)?|real|human|on duty|free|at (?:your|the) (?:desk|office)|in the office|behind this|(?:that |who |whom )?(?:i|we) (?:can|could|may) (?:talk|speak|chat|reach|ask|contact)(?: (?:to|with))?(?: something| a question)?|to (?:talk|speak|chat|help)(?: (?:to|with|me|us))*|(?:who|that) (?:can|could|is able to|will) (?:help|answer|talk|speak|assist|explain)(?: me| us)?))(?:$| (?:now|today|right now|please|at the moment|at all|to (?:talk|speak|help|chat|answer|take)|who|for a (?:chat|quick chat|talk)|with|about|or|tonight|there)\b)`,
  /^(?:hello+|hi|hey|yo) (?:any ?(?:one|body|1)|some ?(?:one|body|1))$/,
  /^(?:(?:hello+|hi|hey|yo|u|you there|is|are) )*(?:any ?(?:one|body|1)|some ?(?:one|body|1))(?: (?:there|here|home|around|in|on|online|available|free|about|working|real|alive|awake|please|out there|listening|at all|today|now|(?:to|for a) (?:talk|chat|speak|help)(?: (?:to|with))?(?: me)?))+$/,
  says`\bis there (?:a|an|any) (?:(?:real|live|actual|living|human|genuine) )+(?:${PLAIN}|support|chat|help)\b`,
  says`\b(?:is|are) there (?:a |an |any )?(?:humans?|agents?|operators?|representatives?)${END}`,
  /^(?:is |are )(?:there )?any ?(?:one|body)$/,
];

/** Whatever is said of a person, when it begins as one asks for something. */
const asked = [
  says`${FRAME}${GAP} (?:(?:(?:a|an|any|some|another|your|one of your|actual|to|with|by|from|for|2) )?${KIND}(?:humans?(?: beings?)?|operators?|representatives?|reps?|advis[eo]rs?|agents?|members? of (?:staff|the team|your team)|(?:team|staff) members?)|(?:real|actual|live|living|proper|genuine) (?:person|people))(?! (?:resources?|rights|errors?|nature|body|fees?|commission|number|see|view|access|track|enter|live|use|sell|apply|visit|voice|said|told|s)\b)\b`,
  says`${FRAME}${GAP} ${COMMUNICATE}${GAP} ${SOMEBODY}${END}`,
  says`${FRAME}(?:${GAP} )?(?: ?)${SOMEBODY}${GAP} ${COMMUNICATE}\b`,
  says`${BEGINS}(?:i need |need |want |looking for |i want |is there )?${SOMEBODY} (?:that |who |whom )?(?:to|i can|i could|we can) ${TALK}(?: (?:to|with))?${END}`,
  says`${FRAME}${GAP} (?:a|any|some) (?:person|people)${GAP} (?:${COMMUNICATE}|take over|step in)\b`,
  says`${BEGINS}(?:is|are|can|could|would|will|isn t) ${SOMEBODY}${GAP} ${COMMUNICATE}\b`,
  /\b(?:is|are) (?:any|one|some) of (?:you|your \w+) (?:there|here|online|available|around|free|about|in)\b/,
  says`${BEGINS}(?:put )?through to ${PERSON}\b`,
  says`\b(?:(?:a|the) (?:phone ?)?call(?: back)?|(?:a|an) ${KIND}${PLAIN}) (?:would be|would|will|might be) (?:be )?(?:better|best|easier|good|great|fine|nice|preferable|do|helpful)\b`,
  says`\b(?:turn|switch|shut) (?:off |up )?(?:the|this|that) ${BOT}(?: off| up)?${END}`,
  /\b(?:want|need|d like|would like|get(?: me)?|give me|looking for|after) (?:to (?:speak|talk) to )?(?:your |the )?customer (?:services?|support|care)\b/,
  says`${BEGINS}where(?: s| is| are| re) (?:the|a|all the|your|all your) ${KIND}(?:${PLAIN}|people|staff)${END}`,
  says`${BEGINS}${SOMEBODY} from (?:(?:the|your) )?(?:team|sales|support|aftercare|accounts|office|customer \w+)(?:$| (?:please|pls|now|to ${HELPS})\b)`,
];

/** No bot. */
const noBot = [
  says`\b(?:not|no|no more|without|instead of|rather than|sick of|tired of|fed up (?:with|of)|enough of|hate|had enough of|done with|finished with|bypass|skip|out of|past|away from|get rid of|rid of|don t (?:like|do|need|trust|want)|can t stand|don t trust|won t|refuse|refusing|stop|don t want|dont want|never|anything but|than) (?:(?:a|an|the|this|that|these|those|with|talk|to|speak|talking|speaking|chatting|chat|dealing|deal|any|more|another|some|your|stupid|bloody|silly|dumb|useless|via|through|damn|arguing|argue|having|answers|from|just|sending|me|give|giving) )*${BOT}(?:${END}| (?:i|give|get|let|answering|replying|telling|thing|stuff|nonsense|rubbish|to|answers?|messages?|replies|business)\b)`,
];

/** How visitors say what they wish in place of answering, in English. */
export const wishes: Pick<Vocabulary, 'wishes'> = {
  wishes: {
    person: {
      hint: /\b(?:talk|speak|chat|speek|tlk|spk|humans?|persons?|people|some ?(?:one|body|1)|any ?(?:one|body|1)|no ?one|nobody|sum1|sm1|ne1|ppl|hu\w{0,3}[mn]\w?|ag\w{0,3}t|p\w{2,4}n|sombody|somone|sb|bell|buzz|word|whoever|boss|owner|transferred|through|members?|agents?|operators?|rep|reps|representatives?|advis[eo]rs?|colleagues?|staff|team|managers?|supervisors?|support|customer|call|callback|ring|phone|telephone|contact|touch|put me|transfer|connect|escalate|bots?|robots?|chatbots?|machines?|computers?|automated|ai|sales ?(?:person|man|woman|rep)|talking|speaking|chatting|hand (?:me|us)|grown)/i,
      between:
        /[.,;:!?\n()…]+|\s[-–—]+\s|(?<!\b(?:anything|nothing|anyone|all|no one|nobody))\s(?:but|because|cos)\s|\sand\s(?=(?:get|give|put|let|find|fetch|i|can|could|please|connect|transfer|pass|call|ring|talk|speak)\b)/iu,
      spelt: {
        cn: 'can',
        u: 'you',
        ur: 'your',
        tlk: 'talk',
        tallk: 'talk',
        spk: 'speak',
        speek: 'speak',
        speack: 'speak',
        sum1: 'someone',
        sm1: 'someone',
        some1: 'someone',
        any1: 'anyone',
        ne1: 'anyone',
        sb: 'somebody',
        smb: 'somebody',
        sombody: 'somebody',
        somone: 'someone',
        someon: 'someone',
        anyboby: 'anybody',
        anybdy: 'anybody',
        humen: 'human',
        humna: 'human',
        hooman: 'human',
        huamn: 'human',
        huma: 'human',
        humman: 'human',
        agnet: 'agent',
        agant: 'agent',
        aget: 'agent',
        agennt: 'agent',
        persn: 'person',
        pesron: 'person',
        preson: 'person',
        peron: 'person',
        pepole: 'people',
        ppl: 'people',
        opertor: 'operator',
        represenative: 'representative',
        representitive: 'representative',
        advisor: 'adviser',
        wiv: 'with',
      },
      plainly,
      asks: [...talking, ...passedOn, ...given, ...called, ...there, ...asked, ...noBot],
      alone: says`^(?!no need|need not)(?:(?:hi|hello|hey|no|ok|okay|please|pls|plz|just|sorry|um|er|oh|well|right|look|now|i mean|want|need|get|get me|give me|fetch|find me|i said|to|talk|talk to|talk with|speak|speak to|speak with|chat with|chat to|contact|connect|connect to|call|ask|reach) )*(?:${DET}(?:(?:real|actual|live|living|proper|genuine|breathing|human|customer service|customer support|sales|support|service|help ?desk) )*(?:humans?(?: beings?)?|agents?|operators?|representatives?|reps?|advis[eo]rs?|persons?|people|salesperson)|(?:live|human|real) (?:chat|support|help|assistance|advice|people|contact)|customer (?:services?|support|care)|contact (?:sales|support|customer services?|the team|someone)|one of (?:you|your (?:people|team|colleagues|staff|agents|guys))|(?:a )?(?:call ?back|phone ?call)|(?:call|ring|phone)(?: me)?|(?:talk|speak) to (?:${SOMEBODY}|sales|support|staff|the team|your team)|(?:someone|somebody) (?:real|human)|member of staff|staff member|speak to (?:a )?manager|(?:a |your |the )?(?:manager|supervisor)|transfer|escalate)(?: (?:please|pls|plz|now|asap|thanks|thank you|thx|ta|here|instead|only|urgently|immediately|right now|today|quick|quickly|again|for once|cheers|mate))*$`,
      // “People”, “person” and a part of the business say nothing by themselves about who is wanted.
      notAlone:
        /^(?:(?:no )?(?:call|ring|phone)|people|persons|staff|team|a people|the people|some people|your people|the person|that person|this person|one person|your agent|the agent|the agents|your agents|call|ask|talk)$/,
      calls: /\b(?:call|calls|called|ring|phone|telephone|callback)\b/,
      // What makes of the words behind it no wish of now: that it is not wanted, not asked for, or told of.
      unless:
        /\b(?:don t|dont|do not|didn t|did not|doesn t|does not|no need|not need|needn t|won t be|wouldn t want|never|rather not|prefer not|not want|not going to|not necessary|no reason|not have|without|instead of|rather than|supposed|promised|said|told|used to|offered|agreed|after|before|until|nobody|no one|hate|hates|stop|avoid|scared|afraid|too shy|embarrassed|when i|when we|last time|yesterday|previously|earlier|once i|unless|maybe later|later|last week|last month|did|have you|if|not)(?: [^ ]+){0,6}$/,
      // A clause that asks about people, or whether one has to, wants none.
      about:
        /^(?:(?:and|but|so|ok|okay|well|hi|hello|just|oh|sorry|also) )*(?:(?:do|does|will|would|did|might) (?:i|we|one|you|they|it|he|she|my [a-z]+|the [a-z]+|a [a-z]+) (?:then |still |even |really |first |always |not |also )*(?:have|need|got|want|require|expect|only|usually|often)\b|(?:must|shall|should|ought) (?:i|we|one|you|they|it|my|the|a)\b|(?:what )?if\b(?! (?:possible|i may|i can|i could|you don t mind|you can|that s ok))|in case\b|when (?:do|does|will|did|is|are|would) (?!can)|why (?:do|does|did|would|should|will|is|are) (?!isn|aren)|how (?:long|often|much|many)\b|(?:am|was|were|are|is) (?:i|we|you|this|that|it|he|she|they) (?:just |really |actually |even |currently |still |now )*(?:a|an|the|talking|speaking|chatting|real|human|not)\b|(?:how|where|when) did\b|(?:who|what|which) (?:is|are|was|were|does|do|did|will|would|happens)\b(?! (?:i|we) (?:talk|speak|chat))|does\b|do (?:your|the|all|these|those|any|real|most|people|they)\b|has\b|had\b|have (?:you|your|they|people)\b|is (?:it|the|your|my)\b(?! (?:it )?(?:possible|ok|okay|alright|there|(?:manager|supervisor|boss|office|team) (?:there|here|available|around|in|about)))|is an? (?!(?:real |live |actual |living )*(?:person|human|agent|operator|representative|advis[eo]r|rep|colleague)(?: being)? (?:there|here|available|around|online|about|on|free))|are (?:your|the|all|these)\b|i (?:m|am|was) (?:(?:a|an|the|talking|speaking)\b|not (?!talking|speaking|chatting|dealing|going to (?:talk|speak|chat))|not$)|we (?:re|are) (?:a|an|the|not)\b|you (?:re|are)\b|it (?:s|is)\b|that (?:s|is)\b|this is\b|(?:i|we) (?:ve|have) (?:been |just been )?(?:talking|speaking|chatting|talked|spoken|called)\b|i (?:spoke|talked|chatted|called|rang|phoned)\b|(?:my|our|the|his|her|their) (?!question|problem|wish|issue|query|request|wife (?:would|wants|needs)|husband (?:would|wants|needs)|mother (?:would|wants|needs)|mum (?:would|wants|needs)|dad (?:would|wants|needs)))/,
    },
  },
};
