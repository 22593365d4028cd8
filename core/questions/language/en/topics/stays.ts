/** What guests ask: of stays, evenings out and memberships. */
export const stays: Readonly<Record<string, string>> = {
  reservation: `reserve | reserved | reservation | reservations | book a table | book a room | table for | walk in | turn up | just come | in advance | without booking | hold a | need to book | have to book | need a booking`,
  roomtype: `room | rooms | double | twin | single | suite | sea view | view | balcony | family room | cot | extra bed | bunk | quiet room | connecting | sleeps | beds | king size`,
  checkin: `check in | checkin | arrive early | arrive late | early arrival | late arrival | after midnight | reception | what time can we | key | in the night | before three | room ready | get in | front desk`,
  checkout: `check out | late check out | leave the room | stay longer | until noon | by eleven | last day | leave our bags | luggage`,
  breakfast: `breakfast | breakfasts | buffet | half board | full board | in the morning | early breakfast | coffee | room service | included in the rate | morning meal`,
  petsallowed: `dog | dogs | pet | pets | cat | four legged | puppy | bring my dog | bring our dog | animals allowed | pet friendly | assistance dog | guide dog | without the dog | labrador`,
  cancelstay: `cancel my booking | cancel a booking | cancel our stay | cancel the reservation | can't come | can't travel | ill | free cancellation | lose the money | non refundable | nonrefundable | insurance | change the dates | other dates
    | shift our`,
  privateparty: `private party | wedding | birthday party | hen | stag | function | hire the | rent the room | celebration | anniversary | christening | wake | big group | large group | thirty people | fifty people | exclusive | venue
    | private room`,
  catering: `catering | caterer | caterers | own food | bring our own | corkage | buffet | drinks package | menu for | cake | bring a cake | bar | alcohol | licensed | wine`,
  entryage: `kids allowed | children allowed | are children | suitable for children | bring the kids | family friendly | high chair | pushchair | pram | buggy | changing | baby change | play area | kids menu`,
  ticketproblem: `lost my ticket | can't find my ticket | no ticket | print my ticket | printed | on my phone | e ticket | resend | give my ticket | sell my ticket | someone else use | name on the ticket | swap ticket | box office`,
  seating: `seat | seats | seating | row | view | front | back row | circle | stalls | sit together | next to each other | restricted | aisle | legroom | standing | best seats`,
  showlength: `interval | intermission | how long is the show | what time does it finish | end | finish | finishes | over by | last train | running time | starts | latecomers | arrive late | let in late | doors`,
  membershipfreeze: `freeze | pause | hold | suspend | away for | injured | broke my | pregnant | sabbatical | months off | take a break | put my membership on | moving abroad`,
  gymclass: `class | classes | yoga | spin | pilates | zumba | timetable | book a class | class full | instructor | waiting list for | personal trainer | pt | programme | induction | machines | equipment`,
  changing: `changing room | changing rooms | shower | showers | locker | lockers | towel | towels | change clothes | get changed | hair dryer | padlock | valuables`,
  peaktime: `peak | off peak | quiet | quietest | busiest | busy | crowded | best time | least people | rush | when is it quiet | empty`,
  treatmentprep: `patch test | hair | haircut | colour | dye | nails | wax | facial | lashes | beard | stylist | salon | allergic reaction | regrow | length of hair | fringe`,
  photography: `photographer | shoot | pictures | album | negatives | raw | edited | retouch | prints | gallery | usage rights | copyright | how many photos`,
  carhire: `hire car | rent a car | rental | driver | additional driver | young driver | mileage | fuel | full tank | excess | deposit on card | pick up at airport | one way | child seat | breakdown | driving licence`,
  legalcase: `solicitor | lawyer | case | court | will | divorce | probate | contract check | claim against | letter from | no win | first meeting | legal | notary | witness | power of attorney`,
  charity: `donate | donation | donations | volunteer | volunteering | volunteers | charity | fundraise | fundraising | gift aid | sponsor | legacy | support you`,
};
