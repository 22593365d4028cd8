/**
 * What customers ask of businesses, by what they ask for: the words and turns of phrase that tell of each, between bars, in lower case and
 * without punctuation but apostrophes. A word is meant in all of its forms; one word may tell of several things.
 */
export const concepts: Readonly<Record<string, string>> = {
  price: `how much | cost | price | priced | pricing | fee | fees | charge | charges | charged | expensive | ballpark | rough figure
    | rough idea | quid | tariff | rate | rates | afford | budget | what do i pay | what would i pay | what do you take
    | what does it come to | set us back | set me back | money are we talking | cost the earth | a fortune | per month | a month
    | pounds | £ | dear | pricey | what am i looking at | what would i be looking at | quote | sum`,
  cheaper: `cheaper | pay less | less expensive | discount | reduction | reduced | rebate | money off | percent off | knock off | concession
    | concessions | special rate | save money | lower price | deal | bargain | sale | offer | reductions | a third off | half price
    | better price | makes it cheaper | cut the price | promo | promotion | coupon`,
  concession: `student | students | pensioner | pensioners | retired | senior | seniors | old folk | unemployed | benefits | low income
    | charity | charities | non profit | nonprofit | volunteers | under 26 | over 65 | apprentice | apprentices | carer | uni
    | university`,
  free: `free | no cost | without paying | complimentary | for nothing | included | costs nothing | extra charge | pay extra | on top
    | extras | surcharge`,
  included: `included | include | includes | cover | covers | covered | inclusive | comes with | part of the price | all in | extras | on top
    | what do i get | what do we get | contains | everything in it`,
  instalments: `instalments | instalment | installments | monthly payments | payment plan | pay monthly | pay later | spread | bit by bit
    | in parts | in bits | several payments | over a few years | over some years | over a year | finance | financing | in one go
    | all at once | at once | month by month | split the cost | credit | in three | lump sum`,
  paymethod: `pay | paying | payment | payments | settle | card | cash | transfer | visa | mastercard | debit | direct debit | cheque | paypal
    | invoice | plastic | ways of paying | methods of payment | contactless | standing order | bank`,
  refund: `refund | refunded | money back | get my money | give me my money | reimburse | reimbursement | paid back | pay back | repay
    | return my money | returned money | get something back | lose the money | lose my money | where is my money | where's my money
    | loose the money | compensation | compensate`,
  cancel: `cancel | cancels | cancelled | cancelling | cancellation | call off | called off | back out | backing out | get out of
    | withdraw | terminate | end my | end the | end it | quit | leave you | stop using | opt out | changed our minds
    | changed my mind | no longer want | don't want it any more | dont want | can't come | cant come | can't make it | cant make it
    | notice | give notice | close my account | close account | get rid of | stop it | undo | not interested any more | i want out
    | want to leave | switch to somebody else | go elsewhere | walk away`,
  pause: `pause | freeze | on hold | suspend | put off | stop for a while | skip | for a bit | rest | a break | for two months
    | temporarily`,
  reschedule: `reschedule | postpone | another day | different day | change the date | move the date | change my appointment
    | move my appointment | other date | later date | change the dates | shift it | amend | rebook | can't be in | cant be in
    | something came up | put off | move it | move our stay | change of date | move the appointment`,
  change: `change | changed | alter | modify | edit | update | amend | switch | swap | different | correct | correction | mistake | wrong
    | another one | new one`,
  book: `book | booking | appointment | appointments | reserve | reservation | reservations | arrange | schedule | slot | make a date
    | sign up | enrol | register | get a date | come and see you | come round | a visit | have a look | put my name down
    | names down | get in | fix a time | apply | join`,
  visit: `come round | come out | visit | home visit | call out | come to my | come to our | at home | house call | pop round
    | somebody round | someone round | send somebody | technician | engineer | survey | surveyor | inspection | viewing`,
  duration: `how long | duration | how many days | how many hours | how many weeks | time it take | takes | take long | when will it be done
    | when is it finished | when would you be done | be done | be finished | finished | how quickly | how soon | ready | lead time
    | how much longer | last | lasts | term | within | days | weeks`,
  deadline: `until when | by when | how late | deadline | latest | last day | in time | too late | left it too late | by what day | due
    | due date | expire | expires | run out | expiry`,
  frequency: `how often | frequency | interval | regularly | every year | each year | every month | once a year | per year | how many times
    | yearly | annually | routine | regular | again and again | recurring | repeat | repeating | automatically`,
  hours: `open | opening | opening hours | hours | closing | close | closed | until what time | what time | evening | weekend | weekends
    | sunday | saturday | friday | late | latest | early | business hours | office hours | after work | lunchtime | bank holiday`,
  outofhours: `at night | weekend | weekends | sunday | out of hours | emergency | emergencies | urgent | urgently | asap | right away
    | straight away | immediately | help now | can't wait | cant wait | quick | at once | today | middle of the night
    | two in the morning`,
  contact: `call | ring | phone | telephone | number | reach you | reach | contact | speak to | talk to | human | a person | real person
    | somebody | someone | support | customer service | hotline | email | write to | get hold of | get in touch | who do i ask
    | who do i tell | whom | helpline`,
  location: `where | address | find you | located | location | directions | get to you | way to you | which street | how do i get | map
    | place | near me | near you | branch | branches | based`,
  area: `area | areas | region | regions | coverage | serve | do you come | how far | too far | miles | outside of town | come out as far
    | deliver to | countries | country | abroad | overseas | international | internationally | in which`,
  parking: `park | parking | car park | garage | leave the car | leave my car | where to put the car | where can i leave | permit
    | bring the car | by car | driving in | space for my car`,
  transit: `bus | train | tram | station | public transport | airport | shuttle | taxi | underground`,
  noise: `loud | noise | noisy | quiet | silent | sound | hear it | decibel | decibels | db | hum | humming | keep awake | keep me awake
    | wake | sleep | neighbours | neighbour`,
  size: `size | sizes | how big | how large | how tall | how wide | how high | dimensions | measurements | measure | space | fit
    | room for | small | large | bigger | smaller | length | height | width | weight | heavy | narrow | tight | capacity
    | how many people`,
  capacity: `capacity | how much does it hold | store | storage | how much space | how many | limit | limits | maximum | gigabytes | gb | kwh
    | full`,
  install: `install | installed | installation | installing | fit | fitted | fitting | put in | set up | setup | set it up | mount | mounted
    | build in | assembly | assemble | connect | connection | connected | activate | activation`,
  maintain: `service | servicing | serviced | maintenance | maintain | look after | looked after | upkeep | check up | checkup | check it
    | clean it | care | care plan | service plan | tune up | overhaul | checked`,
  repair: `repair | repairs | repaired | fix | fixed | mend | mending | put right | broken | broke | break | breaks | fault | faulty
    | not working | doesn't work | doesnt work | stopped working | stopped | dead | out of order | packed up | fallen out
    | came loose | falling apart | leak | leaks | drips | damage | damaged`,
  error: `error | fault code | code | warning | display | screen | shows | says | blinking | light | flashing | message | red | invalid
    | rejected | not accepted | won't accept | doesn't work | not work | fails | failed | crash | crashes`,
  outage: `down | outage | offline | not loading | nothing loads | no connection | unavailable | power cut | blackout | grid | goes off
    | not working`,
  slow: `slow | slowly | takes ages | takes forever | speed | fast | faster | quick | performance | buffering | lag`,
  lost: `lost | lose | stolen | theft | nicked | missing | gone | can't find | cant find | forgot | forgotten | left behind | left my
    | disappeared | vanished | misplaced | where is my | hasn't arrived | not arrived | not turned up | hasn't come
    | nothing has come`,
  password: `password | pw | passcode | pin | login | log in | sign in | get into my account | access my account | access | locked out
    | can't get in | cant get in | credentials | username`,
  security: `secure | security | two step | two factor | 2fa | authenticator | hacked | hack | safe | safety | protect | protected | phishing
    | scam | fake | fraud | trust`,
  privacy: `data | privacy | personal details | gdpr | pass on | share my details | sell my | servers | hosted | stored | who sees
    | delete my data | data protection | confidential`,
  guarantee: `guarantee | guaranteed | warranty | breaks after | covered if | if it breaks | protected | last | lifetime | years | replacement`,
  delivery: `delivery | deliver | delivers | delivered | ship | ships | shipping | shipped | post | postage | sent | send it | arrive
    | arrives | get here | parcel | package | dispatch | courier | on its way | tracking | track`,
  collect: `collect | pick up | pick it up | fetch | click and collect | collection | pickup`,
  return: `return | returns | returned | send back | sent back | bring back | give back | take it back | exchange | swap | don't like it
    | doesn't fit | doesn't suit`,
  gift: `gift | present | gifts | presents | voucher | vouchers | gift card | birthday | wrap | wrapping | wrapped | surprise
    | for my mum | for a friend`,
  voucher: `voucher | vouchers | gift card | code | coupon | discount code | promo code | promotion code`,
  invoice: `invoice | invoices | bill | bills | receipt | receipts | statement | vat | tax | accounting | accounts | paperwork`,
  owing: `overdue | late payment | can't pay | cant pay | cannot pay | miss a payment | missed payment | missed a payment | short of money
    | tight | reminder | reminders | arrears | owe | owes | unpaid | outstanding | bounced | debt`,
  subscription: `subscription | subscribe | membership | member | contract | plan | plans | package | term | tied in | commit | monthly | renew
    | renewal | auto renew`,
  upgrade: `upgrade | upgrading | downgrade | bigger plan | larger plan | move up | switch plan | change plan | more users | next one`,
  trial: `try | trial | test | sample | samples | taster | demo | before i buy | before i pay | first time | try it out | try out
    | test drive | have a go | taste | tastings | come along once`,
  recommend: `recommend | recommendation | which one | best | better | suits | right for me | what should i | should i | which | advice
    | suggest | beginner | begin with | start with`,
  suitable: `suitable | possible | allowed | permitted | okay | ok | work with | compatible | works with | supported | does it work | can it
    | fits`,
  permission: `permission | allowed | permitted | council | authorities | approve | approval | planning | licence | license | permit | rules
    | legal | law | may i`,
  eligibility: `eligible | qualify | entitled | who can | am i able | do i get | right to | tenant | tenants | owner | own the place | rent
    | renting | rented | landlord`,
  grant: `grant | grants | subsidy | subsidies | funding | government | state | chip in | support | help towards | benefit | incentive
    | scheme`,
  saving: `save | saves | saving | savings | lower my bills | cheaper to run | running costs | bills | consumption | use a lot | efficient
    | efficiency | worth it | pay off`,
  power: `electricity | electric | power | energy | kwh | meter | current | socket | battery | batteries | charge | charging`,
  heat: `heating | heat | warm | warmth | hot | radiator | radiators | boiler | gas | oil | temperature | degrees | thermostat | cold
    | cool | cooling | aircon | air conditioning`,
  water: `water | shower | showers | bath | baths | tap | taps | hot water | pipe | pipes | flood | flooding | damp`,
  flat: `flat | flats | apartment | apartments | block | floor | storey | housing | condo`,
  house: `house | home | moving house | relocate | relocation | moved | moving | new address | change of address | move out | address`,
  job: `job | jobs | vacancies | vacancy | career | careers | hiring | hire | work for you | work with you | apprentice | apprenticeship
    | trainee | trainees | position | looking for something new | internship | learn the trade`,
  complaint: `complain | complaint | complaints | unhappy | not happy | dissatisfied | grievance | disappointed | rude | angry | disagree
    | unfair | appeal | object | objection | ombudsman | who do i take this up with`,
  reviews: `review | reviews | references | reference | testimonials | recommended by | any good | trust you | experience | experiences
    | other customers | someone who already`,
  child: `child | children | kid | kids | son | daughter | baby | babies | toddler | boy | girl | teenager | teenagers | newborn | infant
    | little ones | little one | grandchildren | year old | minors | age | years old | cot | creche | nursery | childcare`,
  family: `wife | husband | partner | girlfriend | boyfriend | brother | sister | mum | mother | dad | father | friend | friends | guest
    | guests | companion | somebody with me | someone with me | bring someone | both of us | two people | joint`,
  pet: `pet | pets | dog | dogs | cat | cats | puppy | animal | animals`,
  disabled: `wheelchair | disabled | disability | accessible | accessibility | stairs | steps | step free | lift | ramp | crutches
    | barrier free | mobility | walk far`,
  diet: `vegan | vegetarian | meat | gluten | celiac | coeliac | allergy | allergies | allergic | allergens | nuts | lactose
    | intolerance | ingredients`,
  eat: `eat | food | meal | meals | breakfast | lunch | dinner | restaurant | drink | drinks | snack | snacks | cafe | canteen | hungry
    | kitchen | bistro`,
  bathing: `pool | swim | swimming | sauna | steam | spa`,
  clothes: `wear | dress code | suit | clothes`,
  luggage: `luggage | bag | bags | suitcase | suitcases | cases | cloakroom | locker | lockers | coat | coats | store my things`,
  smoking: `smoke | smoking | smokers | cigarette | cigarettes | vape | vaping`,
  internet: `internet | wifi | wlan | wireless | broadband | online | router | network | signal`,
  phone: `phone | mobile | app | smartphone | sim | handset | tablet | cell`,
  language: `language | languages | speak english | speaks | german | french | spanish | translate | translation | english`,
  document: `documents | papers | proof | certificate | certificates | form | forms | what do i bring | what do i need | need to bring
    | should i bring | identity | id | passport | in writing | confirmation | attest`,
  account: `account | accounts | profile | register | registration | sign up | customer | log | user | users`,
  person: `colleague | colleagues | team | teammate | assistant | employee | employees | staff | somebody else | add someone | add a person
    | invite | role | roles | permissions | rights | access for`,
  import: `import | upload | bring in | spreadsheet | csv | excel | transfer from | migrate | move from | copy over | port | switch from
    | take over | take with me`,
  export: `export | download | get everything out | backup | backups | save a copy | take my data | get my data`,
  delete: `delete | deleted | remove | erase | wipe | wiped | threw away | thrown away | restore | recover | undo | get it back | bin
    | trash`,
  api: `api | integrate | integration | integrations | connect to | link to | developer | programmer | code | webhook | link up`,
  report: `report | tell you about | notify | let you know | claim | file a claim | something happened`,
  insurance: `insurance | insured | insurer | policy | covered | cover`,
  health: `pain | hurts | hurt | ache | sore | ill | sick | doctor | pregnant | pregnancy | injury | injured | medicine | medicines
    | medication | tablets | pills | operation | surgery | bleeding | bleed`,
  treatment: `treatment | treat | filling | crown | tooth | teeth | dentist | implant | whiten | braces | xray`,
  danger: `dangerous | danger | harmful | safe | risk | risky | worry | worried | bad for | is that bad | normal | serious`,
  fear: `afraid | scared | nervous | anxious | anxiety | panic | fear | frightened`,
  after: `afterwards | after the | aftercare | when it is over | once it is done | recovery`,
  before: `before | beforehand | in advance | prepare | preparation | first`,
  old: `old one | take away | dispose | disposal | get rid of the old | recycle | recycling | removal | throw away | rubbish | waste
    | scrap`,
  clean: `clean | cleaning | wash | washing | dirty | hygiene | stain | stains | dust`,
  store: `store | keep fresh | storage | keep it | go off | best before | shelf life | expire | freshness`,
  care: `care for | look after | wash | how do i treat | keep nice`,
  make: `made of | made in | where is it made | materials | material | origin | comes from | come from | organic | bio | fair trade
    | ethical | sustainable | plastic | packaging | eco | environment | green`,
  stock: `in stock | available | availability | sold out | back in | out of stock | get it again | when will you have`,
  color: `colour | color | colours | paint | look | design | logo | brand`,
  group: `group | groups | party | team | school class | event | meeting | conference | seminar | hire | rent the room`,
  newsletter: `newsletter | emails | unsubscribe | mailing list | stop writing | too often | spam`,
  notification: `remind | reminder | notify | notification | alert | text message | sms | let me know`,
  quality: `quality | original | genuine | clean | professional | qualified | certified`,
  photo: `photo | photos | picture | pictures | film | camera | video`,
  death: `die | died | death | passed away | funeral | say goodbye | put to sleep`,
  travel: `travel | travelling | holiday | trip | abroad | foreign | border | journey | flight`,
  sell: `buy used | sell my | part exchange | trade in | take it off my hands`,
  deposit: `deposit | bond | advance | down payment | put down | caution`,
  start: `start | begin | begins | beginning | get started | new here | first step`,
  weather: `winter | summer | snow | ice | freezing | minus | rain | storm | heatwave`,
  crowd: `busy | crowded | full | queue | fewest people | empty | quiet`,
  match: `level | levels | beginners | advanced | placement | how good`,
  borrow: `loan | borrow | credit | overdraft | mortgage | lend`,
  number: `number | numbers | count | sequence`,
  arrival: `check in | arrive | arrival | get into our room | when can we come | from what time | on arrival | drop off | drop our bags
    | earliest`,
  leaving: `check out | checkout | leave | leaving | departure | last day | by what time | hand the key back | vacate`,
  longer: `longer | extend | extension | stay on | later | more time | another night | prolong | hanging on`,
  accident: `accident | crash | crashed | collision | bump | bumped | drove into | hit me | hit the | run over | smashed | scratched
    | scratch | dent`,
  theft: `stolen | steal | theft | thief | break in | broke in | burgled | burglary | nicked | snatched | pickpocket`,
  renew: `renew | renewal | renews | expires | expired | run out | runs out | out of date | prolong`,
  jab: `jab | jabs | vaccine | vaccines | vaccination | vaccinations | injection | booster | immunise`,
  operation: `operation | surgery | operated | anaesthetic | anaesthesia | sedation | asleep | knocked out | stitches | extraction | taken out
    | take out`,
  course: `course | courses | class | classes | lesson | lessons | workshop | instructor | trainer | teacher | tutor | training | learn
    | teach`,
  exam: `exam | exams | certificate | qualification | official test | diploma | attest`,
  absent: `miss a lesson | missed | absent | catch up | couldn't come | ill that day | make up`,
  tenancy: `tenancy | tenant | tenants | rent | renting | lease | landlord | let | sublet | flatmate`,
  keys: `key | keys | locked out | lock | locksmith | spare key | door fell shut | code for the door`,
  recycling: `rubbish | bin | bins | recycling | waste | bottles | glass | bulky | old sofa | throw away | get rid of`,
  ticket: `ticket | tickets | fare | seat | seats | row | stalls | admission | entry`,
  fine: `fine | fines | penalty | ticket on my car | caught | inspector`,
  bulk: `wholesale | trade price | trade prices | bulk | larger quantities | bigger quantities | reseller | for my cafe | for our shop
    | catering`,
  tour: `tour | tours | tasting | tastings | behind the scenes | behind the stage | guided | open day | event`,
  lostproperty: `left behind | left my | forgot my | lost property | found | umbrella | leave something`,
  transfer: `transfer | transfers | send money | wire | standing order | payment abroad`,
  domain: `domain | domains | dns | name server | name servers | web address | dot com | my own name`,
  mailbox: `mailbox | imap | smtp | outgoing | incoming | mail program | spam folder | junk`,
  sitedown: `my site is down | white page | error page | 500 | not loading | offline`,
  backup: `backup | backups | restore | rollback | go back to | yesterday's version | how it was`,
  signature: `sign | signed | signature | contract | agreement | terms | small print`,
  ownerwho: `owner | who owns | someone i know | on my behalf | another person | in my name | authorised`,
  hearing: `hear badly | deaf | hearing aids | loop | captions | subtitles`,
  dresscode: `dress code | what should i wear | jeans | trainers | tie`,
  nearby: `nearest | closest | near me | around the corner | in my town`,
  verify: `is it real | genuine | fake | scam | suspicious | strange email | official`,
  tooexpensive: `too expensive | can't afford | a lot of money | budget | tight | counting every penny | skint | broke`,
  pick: `which one | which is best | choose | recommend | difference between | compare | suits me`,
  help: `help me | walk me through | stuck | don't understand | confused | no idea how | explain`,
};
