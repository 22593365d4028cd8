/** What patients ask of doctors, dentists and therapists, and owners of those who treat animals. */
export const practices: Readonly<Record<string, string>> = {
  appointment: `appointment | appointments | book | booking | booked | see the doctor | see a doctor | see the dentist | see someone | seen
    | make an appointment | get in | slot | slots | consultation | come in | fit me in | next available | squeeze me in | online booking
    | next free`,
  newpatient: `new patient | new patients | register | registration | taking on | take on | accepting | accept new | join the practice | join your
    | new to the area | just moved | first visit | first appointment | never been | become a patient | sign up with | on your books`,
  urgentcare: `emergency | emergencies | urgent | urgently | agony | unbearable | can't wait | cant wait | right now | straight away | today | weekend
    | out of hours | in the night | at night | middle of the night | on a sunday | accident | knocked out | swollen | swelling | bleeding`,
  missedvisit: `missed my appointment | miss an appointment | didn't turn up | forgot my appointment | forgot to come | not turn up | late for my
    | running late | stuck in traffic | five minutes late | be late | missed appointment | overslept | no show | late arrival`,
  movevisit: `move my appointment | change my appointment | another day | other day | different day | different time | rearrange | rebook | reschedule
    | postpone | put off | push back | can't make | cant make | cancel my appointment | something came up | another date | earlier slot
    | bring forward | swap`,
  prescription: `prescription | prescriptions | repeat prescription | repeat | tablets | pills | medicine | medication | running out | run out of my
    | top up | more of my | pharmacy | chemist | collect my | refill | drugs | renew my | inhaler | ointment`,
  results: `result | results | test results | blood test | bloods | lab | scan | xray | x ray | what came back | come back yet | hear back | find out
    | outcome | findings | swab | sample`,
  referral: `referral | refer | referred | specialist | consultant | hospital | letter | second opinion | see an expert | sent on | recommend someone
    | need a letter`,
  sicknote: `sick note | fit note | off work | note for work | note for school | for my employer | certificate for | signed off | doctor's note | doctors note
    | my boss | medical certificate`,
  records: `records | medical records | my file | notes | history | copy of my | transfer my records | old dentist | old doctor | previous doctor
    | previous practice | x rays sent | send my notes | my data`,
  nhs: `nhs | health insurance | insurer | insurers | private | privately | public | on the nhs | covered by | cover it | accept my insurance | take my insurance
    | claim back | claim it back | reimbursed | cash plan | self pay | fund | health fund | bupa`,
  homevisit: `home visit | home visits | house call | come to my house | come to me | come to us | come round | housebound | can't get out | cant get out
    | too ill to come | can't travel | at home | bedridden`,
  remotevisit: `video | video call | phone appointment | phone consultation | telephone | over the phone | online consultation | remote | remotely | skype
    | zoom | without coming in | not come in | by phone | virtual`,
  anaesthetic: `anaesthetic | anesthetic | sedation | sedated | numb | numbing | needle | needles | injection | injections | knocked out | asleep | put under
    | feel anything | will it hurt | does it hurt | is it painful | painful | feel it | gas and air`,
  nervous: `nervous | scared | afraid | anxious | terrified | phobia | panic | dread | frightened | bad experience | fear | petrified | hate going
    | worried | tremble`,
  aftercareneeds: `aftercare | afterwards | after the operation | after surgery | after treatment | after an extraction | after the | still bleeding
    | when can i eat | drive home | drive afterwards | back to work | stitches | heal | healing | recover | recovery | rest | exercise again
    | what now | days off`,
  fasting: `fast | fasting | empty stomach | eat before | drink before | breakfast before | eat or drink | nothing to eat | hungry | before the operation
    | before surgery | before the test | on the day`,
  checkupoften: `check up | checkup | check ups | how often should | every six months | twice a year | regular | routine | prevent | prevention | preventive
    | screening | recall | due | overdue | last time was`,
  toothpain: `toothache | tooth hurts | sore tooth | ache | throbbing | sensitive | sensitive teeth | cold drinks | gum | gums | wisdom tooth | wisdom teeth
    | abscess | root canal | jaw`,
  toothbroken: `broken tooth | chipped | chip | lost a filling | filling fell | filling came | crown came | crown fell | fell out | fallen out | knocked out
    | loose | bit on | snapped`,
  teethlook: `whiten | whitening | whiter | yellow | stained | bleach | veneers | straighten | straight teeth | crooked | braces | aligners | invisible
    | brace | smile | gap`,
  newteeth: `implant | implants | denture | dentures | bridge | false teeth | plate | missing tooth | missing teeth | gap | replace a tooth | crown | crowns`,
  hygienist: `hygienist | scale | scaling | polish | tartar | plaque | professional clean | cleaning | deep clean | brush | brushing | floss | bleeding gums
    | bad breath`,
  grinding: `grind | grinding | clench | clenching | night guard | mouth guard | mouthguard | splint | jaw hurts | wake up with`,
  eyes: `eye test | eyes | sight | glasses | spectacles | lenses | contact lenses | contacts | frames | varifocal | reading glasses | optician | blurry | eyesight
    | prescription glasses`,
  therapysession: `session | sessions | how many sessions | therapist | therapy | counselling | counsellor | physio | physiotherapy | massage | exercises | back pain
    | stiff | posture | course of treatment`,
  mentalhealth: `mental | depressed | depression | low mood | anxiety | stress | burnout | sleepless | can't sleep | grief | couple | couples | talk to someone
    | psychologist | psychiatrist`,
  womenshealth: `pregnant | pregnancy | expecting | breastfeeding | midwife | contraception | contraceptive | the pill | coil | smear | cervical | period
    | menopause | morning after`,
  whichdoctor: `same doctor | same dentist | choose my doctor | pick my doctor | female doctor | male doctor | woman doctor | lady doctor | particular doctor | my usual
    | who will i see | which doctor | always see | change doctor | prefer a woman | same person`,
  infectious: `infectious | contagious | catching | cold | flu | covid | cough | temperature | fever | ill on the day | poorly | still come if | mask | masks
    | sneezing | stomach bug`,
  companion: `bring someone | bring somebody | come with me | with me | accompany | chaperone | husband come in | partner come | interpreter | translator
    | carer | on behalf of | for my mother | for my father | for my mum | for my dad`,
  childpatient: `children | child's first | first tooth | baby teeth | milk teeth | toddler | from what age | how old | my little | my son | my daughter | kids
    | youngest | infants`,
  petcare: `puppy | kitten | neuter | neutered | spay | spayed | castrate | flea | fleas | tick | worm | worms | worming | microchip | chipped | chip | pet passport
    | limping | scratching`,
  travelhealth: `travel vaccine | travel jab | malaria | yellow fever | going to africa | going to india | tropical | before my trip | holiday jabs | abroad`,
  bringalong: `what should i bring | what do i bring | bring with me | bring along | need to bring | take with me | have with me | at my first | papers | documents | forms
    | list of my | fill in | fill out | questionnaire`,
  howlongvisit: `how long does | how long will | how long is | how much time | take long | be there for | minutes | half an hour | back by | time off
    | allow for | need to plan | waiting time | wait long | wait before`,
  latefee: `charge for missing | cancellation fee | late cancellation | charged for | fee if | short notice | 24 hours | notice do you need | how late can i | still pay
    | pay anyway`,
};
