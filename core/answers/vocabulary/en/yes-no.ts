import { phrases } from '../phrases.ts';
import type { Vocabulary } from '../vocabulary.ts';

/** Who is spoken of, and what is said of them: “we do”, “it is”. */
const who = '{i|we|you|he|she|it|they|that|this|there}';
const does = '{do|does|did|am|are|is|was|were|have|has|had|can|will}';
const not =
  '{don t|dont|doesn t|doesnt|didn t|didnt|isn t|isnt|aren t|arent|wasn t|weren t|haven t|havent|hasn t|hadn t|can t|cant|cannot|won t|wont|wouldn t|wouldnt}';
const us = '{i|we}';
const thinks = '{think|believe|guess|suppose|reckon|imagine|expect|hope|fear}';

/** Yes and no in English, and what is neither. */
export const yesNo: Pick<
  Vocabulary,
  | 'yes'
  | 'no'
  | 'refuses'
  | 'plainly'
  | 'openly'
  | 'whole'
  | 'strengthens'
  | 'negates'
  | 'leavesOpen'
  | 'asks'
  | 'besides'
  | 'mistyped'
  | 'denies'
> = {
  yes: phrases(
    '{y|yes|yep|yeah|yea|yup|ya|yh|yah|aye|ye|yess|yesss|yessir|yes sir|k|1|👍|✅|👌}',
    '{ok|okay|okey dokey|alright|all right|sure|sure thing|for sure|certainly|absolutely|definitely|totally|exactly}',
    '{undoubtedly|unquestionably|indubitably|clearly|evidently|decidedly|assuredly|positively|100|100 percent|a hundred percent}',
    'without {question|fail|hesitation|reservation|doubt|a doubt|a moment s hesitation}',
    '{it|that} {is|s} {indeed |}the case',
    '{you d better|you better} believe it',
    '{you know it|you guessed it|right you are|thumbs up}',
    `${us} {ve|have} no {objection|objections|problem|problems|issue|doubt|problem with {that|it}}`,
    '{precisely|obviously|naturally|surely|gladly|happily|by all means|with pleasure|my pleasure|correct|right|true}',
    '{affirmative|indeed|please|please do|agreed|{i|we} agree|deal|roger|roger that|always|cool|great|perfect}',
    '{fine|that s fine|{that is|that s|} fine {by|with} {me|us}}',
    '{uh huh|mhm|mm hm|mmhmm|mhmm|yuppers|spot on|bang on|dead right|damn right|too right|you bet|you got it|why yes|why not|why of course|why certainly|why indeed}',
    '{of course|but of course|go on|go on then|go ahead|go for it|let s do it|lets do it|let s go|do it|can do|will do}',
    `${who} ${does}`,
    `{${us}|he|she|they} would`,
    '{it|that} {is|s|would be|d be} a {yes|positive}',
    `{${us}|they|he|she} {always|certainly|sure|definitely} {do|does|did|have|has|are|is|will|would|can}`,
    'always {have|has|did|do|does|will}',
    '{both|all|two|three} of us {do|are|have|will|can|did}',
    `${us} {would|d} {love to|like to|like that|love that|be happy to|be glad to}`,
    `${us} {would|d} be {delighted|happy|glad|pleased|honoured}`,
    `{i m|i am|we re|we are} {positive|certain|sure|keen|game|up for it|up for that|happy with that|fine with that|ok with that|interested}`,
    '{love to|happy to|glad to}',
    '{no problem|no worries|not a problem|no doubt|without a doubt|no doubt about {it|that}|no question|no question about it|no two ways about it|no objection|no objections}',
    `{{${us} |}{don t|dont|wouldn t|would not} mind|don t mind if {i|we} do}`,
    '{sounds {good|great|fine|lovely}|that sounds {good|great|fine|lovely}|works for {me|us}|that works}',
    '{that |}{would|d} be {nice|great|good|lovely|perfect|fine}',
    `${us} {do |really |honestly |would |}{think|believe|guess|suppose|reckon|imagine|expect|hope} so`,
    `${us} {would|should|d} {say|think|hope|imagine} so`,
    '{{i m |we re |}{afraid|fraid} so|i m sure|i m sure {i|we} do|i think {we|i} do|with bells on|consider it done|as far as i know yes}',
    '{count {me|us} in|{i m|im|we re|were} in|{could|couldn t} not agree more|couldn t agree more|you can say that again}',
    'that {is|s} {right|correct|true|so|the {one|case|idea|plan}}',
    'thats {right|correct|true}',
  ),
  no: phrases(
    '{n|no|nope|nah|nay|noo|nooo|nuh uh|no sir|no siree|never|never ever|negative|false|wrong|incorrect|0|👎|❌}',
    '{no|not a} {way|chance|hope|fear}',
    '{no thanks|no thank you|no ta|no can do|no longer|by no means|under no circumstances|{in no|not in any} way|far from it|as if}',
    '{not really|not likely|unlikely|hardly|hardly likely|certainly not|of course not}',
    'not {yet|as yet|so far|now|today|just now|right now|just yet|at the moment|for now|for the moment|at this time|currently}',
    'not {at all|in the least|in the slightest|any more|anymore|true|so|interested|keen|bothered}',
    'not for {me|us}',
    `${who} ${not}`,
    `${who} {${does}|would} not`,
    '{it|that} {is|s|would be|d be} a {no|negative}',
    `{{i|we} {ve|d} not|{i m|im|we re|it s|that s|they re|he s|she s} not}`,
    `{don t|dont|please {don t|dont|do not}}`,
    '{it|that} {isn t|is not|s not} {the case|so|it|right|correct|true}',
    `${us} never {do|did|have|had|would|will|was|were}`,
    'never {have|has|did|do|does|will}',
    '{neither|none} of {us|them|the above}',
    '{neither of us|none of us} {do|does|have|has|are|is|will}',
    '{rather|sooner|prefer} not',
    `{${us} |}{d |would |}{rather|sooner|prefer} not{| to}`,
    `${us} {would|d} {rather|prefer} {you|they|it|it if you} {didn t|don t|did not|wasn t}`,
    `{${us} |}{don t|dont|do not|wouldn t|would not|shouldn t} {have thought|think|believe|reckon|say|expect|imagine|suppose} so`,
    'thumbs down',
    `{${us} |}${thinks} not`,
    '{{i m |im |we re |}{afraid|fraid} not|not sure no}',
    '{i {very much |}doubt it|{we |}doubt it|{i |}doubtful}',
    'not as far as {i|we} {know|can tell|remember}',
    '{not to my knowledge|nothing {like that|of {the|that} {sort|kind}|doing}|nothing|none|neither}',
    '{i |we |}don t want {to|it|that|one}',
    '{pass on that|hard pass|i ll pass|ill pass|we ll pass|count {me|us} out|forget it|wouldn t dream of it|no dice|no deal}',
  ),
  refuses:
    /^(?:(?:oh|well|er|um|hell|god|lord|no|sorry) )*not (?:(?:on|upon) (?:your|my|his|her|our|anyone s) (?:life|nelly|watch)|in (?:my|this|a|your|his|her|our) (?:life|lifetime|name|month of sundays|million years|wildest dreams|dreams|house)|for (?:a|one|even a) (?:minute|moment|second|instant)|for (?:the world|all the .+|love (?:n|nor|or|and) money|any (?:money|price|reason)|anything(?: in the world)?|toffee)|by (?:a (?:long (?:shot|way|chalk)|mile)|any (?:means|stretch.*))|(?:even )?(?:slightly|remotely)|even (?:close|a (?:bit|little)|once|nearly)|(?:a|one|the) (?:bit|jot|iota|sausage|bean|prayer|single one)|this (?:time|year|month|week)|any ?time soon|in the (?:foreseeable|near) future|for (?:a while|ages|years|some time)(?: yet)?|that (?:i|we) (?:(?:m|am|are|re|ve|have|d|had|can|could) )?[a-z]+(?: of)?|to (?:the best of )?my (?:knowledge|mind|recollection)|if (?:i|we) can help it|(?:particularly|especially|nearly|in any shape or form))(?: (?:of it|then|thanks|thank you|mate|sorry))*$/,
  plainly: phrases(
    '{yes|yep|yeah|yea|yup|aye|yess|no|nope|nah|never|no way|no thanks|no thank you|i m afraid not}',
    `${us} {do not|don t|dont|haven t|have not}`,
    '{it|that} {is|s|would be|d be} a {yes|no}',
  ),
  openly: phrases(
    `${not}`,
    'without {question|fail|hesitation|doubt|a doubt}',
    'not {interested|for me|for us|any more|anymore|currently|really|yet|now|today|at all|at the moment|right now}',
    '{ok|okay|sure|of course|absolutely|definitely|certainly|totally|indeed|gladly|sounds good|go ahead|why not|no problem}',
    `{${us} {would|d} {love|like} to}`,
    '{i m|i am|we re|we are|it s} not',
    '{it|he|she|i|we|they} {isn t|doesn t|don t|can t|won t|didn t|haven t|hasn t}',
    `{${us} {d|would} rather not}`,
  ),
  whole: phrases(`${who} {${does}|${not}|{${does}|would} not}`, `${us} {would|always have}`),
  strengthens: phrases(
    '{absolutely|definitely|certainly|totally|obviously|clearly|surely|positively|decidedly|indeed|sure}',
  ),
  negates: phrases('not', `${not}`, 'shouldn t', 'without'),
  leavesOpen:
    /\b(maybe|not bad|not exactly|never (?:you )?mind|can t complain|nevermind|perhaps|possibly|probably|potentially|depends|depending|if|unless|until|might|may|could be|or|either|both(?! of us)|sometimes|sort of|kind of|kinda|partly|half|not sure(?! no\b)|unsure|not convinced|not decided|undecided|not certain|no idea|no clue|dunno|don t know|dont know|do not know|not know|don t understand|dont understand|not understand|can t say|cant say|can t tell|hard to say|not really sure|who knows|ask me|ask my|let me|think about it|thinking about it|have to think|need to think|later|another time|other than|except|yes and no|yes no|no yes|whatever|don t care|dont care|i wonder|before i|first i)\b/,
  asks: /^(?:what|why(?! (?:of course|yes|not|indeed|certainly)\b)|how|when|where|which|who|whose|is it|is that|is there|are there|are you|do you|does it|can you|can i|can we|could you|should i|should we|will it|will you|would it|would you|(?:don|doesn|isn|can|won|aren|haven|didn|wouldn) t (?:you|they|he|she|it))\b(?! not$)/,
  besides: new Set(
    've whatsoever pls plz ty thx ta cheers believe suppose guess imagine reckon should already sadly unfortunately regrettably luckily fortunately sorry afraid still currently also much so also wait sir madam friend oh well um uh er erm hmm hm ah so and then hi hello hey lol haha ha actually honestly frankly really to be honest tbh but that is it s its it this would just quite very most i we think say said d m am are all for now thanks thank you mate sir'.split(
      ' ',
    ),
  ),
  mistyped: [
    ['yes', true],
    ['yeah', true],
    ['nope', false],
  ],
  denies:
    /\b(not|no|isn t|isnt|aren t|wasn t|don t|dont|doesn t|doesnt|haven t|havent|hasn t|can t|cant|never|neither|none|nor|but|except|without|instead of|rather than|other than|used to|either|or|both|versus|vs|hate|anything)\b/,
};
