/** What customers of a shop ask about what is bought and sent. */
export const orders: Readonly<Record<string, string>> = {
  postage: `postage | shipping cost | shipping costs | delivery cost | delivery charge | delivery fee | cost of shipping | cost of delivery
    | to send it | post it | p&p | carriage | free shipping | free delivery | pay for delivery`,
  express: `express | next day | tomorrow | overnight | urgent | urgently | rush | asap | quickly | in a hurry | by friday | by saturday
    | in time for | last minute | priority | same day | this week | expedited`,
  tracking: `track | tracking | tracked | trace | whereabouts | where is my order | where's my order | wheres my order | where is my parcel
    | on its way | still waiting | hasn't come | hasnt come | nothing has come | not here yet | been waiting | depot | van
    | status of my order | order status`,
  lateness: `late | delayed | delay | overdue | supposed to be here | was meant to | should have been here | promised | still nothing
    | running behind | not turned up | didn't show | didnt show | no show`,
  damaged: `damaged | smashed | arrived broken | in pieces | cracked | crushed | dented | bent | torn | ripped | scratched | shattered
    | spilled | split open | soaked | leaking | battered | chipped`,
  wrongitem: `wrong item | wrong one | wrong colour | wrong size | sent me the wrong | not what i ordered | something else | somebody else's
    | someone else's | mixed up | different from | instead of | incorrect`,
  incomplete: `missing | incomplete | not in the box | only got | short one | parts missing | piece missing | half of it | left out
    | not all of it | isn't in there | not included`,
  orderchange: `change my order | amend | add to my order | add something to | already ordered | just ordered | ordered by mistake | ordered twice
    | wrong address | correct my order | edit my order | typed the wrong | too many by accident | modify | modification`,
  ordercancel: `cancel my order | cancel an order | stop the order | stop my order | don't send it | dont send it | don't want it anymore
    | found it cheaper | before it goes out | call off the order`,
  safeplace: `safe place | neighbour | neighbor | leave it with | not at home | nobody home | no one home | at work all day | not in
    | never in | out all day | doorstep | porch | sign for it | missed delivery | card through the door | when i'm out | letterbox
    | somebody has to be | someone has to be`,
  deliveryslot: `time slot | slot | which day | pick a day | choose a day | choose the day | nominated day | evening delivery | weekend delivery
    | saturday delivery | on a saturday | exact time | morning or afternoon | two hour window | what time will`,
  customs: `customs | duty | duties | import tax | import duty | taxes at the border | outside the uk | eu | ireland | europe | overseas
    | other countries | abroad | ship to | worldwide | international`,
  returnwindow: `return period | how long do i have | days to return | days to send | changed my mind | fourteen days | 14 days | 28 days | 30 days
    | two weeks ago | bought it a month ago | still take it back | cooling off | too late to return | right of withdrawal
    | withdrawal`,
  returnlabel: `return label | returns label | label | printer | can't print | cant print | drop it off | how to send back | how do i send it back
    | return form | pay to send it back | return postage | send back`,
  faulty: `faulty | defective | defect | stopped working | broke after | fell apart | came apart | came off | seam | doesn't switch on
    | won't turn on | wont turn on | conked out | packed up | gave up | died on me | gone wrong | keeps breaking
    | under warranty`,
  refundtime: `when do i get my money | where is my refund | where's my refund | refund take | refund yet | money back yet | waiting for my money
    | still no refund | refund not | how long for a refund | how long does a refund | when will the money | sent it back weeks ago
    | money hasn't | money not`,
  pricematch: `price match | match the price | match a price | cheaper elsewhere | cheaper somewhere | seen it cheaper | beat the price
    | same thing for less | competitor | other shop | went down in price | price drop | reduced the day after`,
  codefails: `code doesn't work | code does not work | code won't | code wont | code not working | code is invalid | code rejected
    | apply a code | enter a code | where do i put the code | voucher does not | discount not taken | promo code | coupon`,
  giftwrap: `gift wrap | wrap | wrapped | wrapping | wrapping paper | ribbon | bow | card with it | a note in | greeting | handwritten
    | message in the box | without the price | hide the price | straight to my friend | send to someone else`,
  giftbalance: `gift card | gift voucher | balance | left on it | how much is left | voucher expire | voucher expired | use a voucher
    | redeem | spend it`,
  loyalty: `points | loyalty | rewards | reward | stamps | bonus | club | regular customer | regular customers | every tenth | stamp card
    | members get | refer a friend | referral | recommend a friend | bring a friend`,
  backorder: `pre order | preorder | backorder | coming back | restock | restocked | sold out | out of stock | unavailable | run out of
    | notify me | when will you have | next batch | in again | get it again | waiting list | not available | any left`,
  sizing: `size chart | size guide | which size | what size | small fit | runs small | run small | true to size | between two sizes
    | between sizes | measure my | my measurements | too tight | too loose | too big | too small | does it fit | fit me | wide feet
    | waist | chest | petite | plus size`,
  fabric: `fabric | cotton | wool | leather | polyester | linen | silk | down | feathers | stuffing | filling | cloth | synthetic
    | itchy | scratchy | soft | lining | made from | made out of | skin`,
  washing: `wash it | washing machine | machine washable | dry clean | tumble | tumble dry | iron | ironing | shrink | shrunk | shrinks | bleach
    | stain | stains | by hand | degrees | fade | fades | care label | laundry`,
  alteration: `alter | alteration | alterations | taken in | take it in | shorten | shortened | hem | tailor | tailored | made to measure
    | bespoke | custom made | personalise | personalised | engrave | engraved | engraving | monogram | initials | name on it
    | embroidered`,
  spares: `spare part | spare parts | spares | replacement part | replacement parts | a new lid | a screw | screws | accessories | accessory
    | refill | refills | cartridge | filter | filters | attachment | part number | lost a part | just the`,
  assembly: `assemble | assembled | assembly | put together | put it together | put it up | flat pack | flatpack | in bits | tools
    | instructions | manual | user guide | booklet | screwdriver | ready built | ready made`,
  takeaway: `take away the old | old one | old machine | old mattress | old fridge | old boiler | haul away | get rid of my | dispose of my
    | disposal | old appliance | take the old | clear out | the tip | carry off`,
  upstairs: `upstairs | third floor | up the stairs | top floor | carry | carried | carry it | kerbside | kerb | into the room
    | no lift | narrow stairs | through the door | two people | heavy | room of choice`,
  showroom: `showroom | see it in person | see before | look at it | touch | shop in town | physical shop | real shop | display | on show
    | have a look | try it on | try on | in store | come and see | browse`,
  secondhand: `second hand | secondhand | used | refurbished | reconditioned | ex display | b stock | pre owned | preloved | vintage | trade in
    | part exchange | sell you my | buy back`,
  ageproof: `age check | over 18 | eighteen | under age | underage | proof of age | old enough | minimum age | how old | age limit | too young
    | years old`,
  ecofriendly: `eco | green | environment | environmentally | carbon | footprint | climate | plastic free | plastic | packaging | cardboard
    | recyclable | recycled | compostable | biodegradable | sustainable | sustainability | planet`,
  origin: `where is it made | where are they made | made in | manufactured | manufacture | factory | factories | sweatshop | china | local
    | locally | grown | origin | sourced | source | provenance | workers | fairly paid | fair trade | handmade | who makes`,
  allergens: `allergen | allergens | allergy | allergies | allergic | nuts | nut | peanut | peanuts | sesame | soy | gluten | coeliac | celiac
    | wheat | lactose | dairy | intolerant | intolerance | traces | free from | react to`,
  plantbased: `vegan | vegans | vegetarian | plant based | veggie | no meat | without meat | animal products | animal tested | tested on animals
    | cruelty free | oat milk | halal | kosher | pork`,
  freshness: `shelf life | best before | use by | go off | goes off | gone off | mouldy | stale | fresh | fridge | freeze | freezer | frozen
    | keep for | keeps for | how long does it keep | store it | keep it | once opened | opened`,
  recipe: `recipe | cook | cooking | oven | bake | baking | brew | brewing | grind | ground | beans | grams | spoon | how strong | how do i make
    | how to make | prepare it | temperature`,
  box: `box | boxes | skip a box | skip a month | skip a week | skip one | every month | next box | regular delivery | subscription box
    | on repeat | less often | more often | change how often | away in august | on holiday | not this month`,
  minimum: `minimum | minimum order | least i can | at least | smallest | just one | only one | single one | small order | order less
    | quantity | quantities`,
  wholesale: `wholesale | trade account | trade price | resell | reseller | bulk | for our office | for our cafe | for our shop | stockist
    | stockists | in large | hundred of them | corporate | business customers | business account | company account`,
  ordering: `checkout | basket | cart | guest | without an account | without registering | have to register | place an order | how do i order
    | order by phone | ordering | order from you | buy from you | sign up to buy`,
  declined: `declined | card was refused | card refused | payment failed | payment fails | payment not going through | won't go through
    | wont go through | didn't go through | rejected | not accepting my card | card doesn't work | bank says | keeps failing`,
  doublecharge: `charged twice | taken twice | double | paid twice | two payments | money taken | wrong amount | overcharged | charged me
    | unknown charge | not what i agreed | don't recognise | dont recognise | unexpected | mistake on my bill | extra on my bill
    | wrong bill`,
  orderconfirm: `confirmation | no email | never got an email | didn't get an email | did my order go through | order number | not sure if it worked
    | acknowledgement | went through | did it work | hear nothing | heard nothing | haven't heard`,
  pay: `apple pay | google pay | paypal | klarna | visa | mastercard | amex | american express | cash on delivery | contactless | bank transfer
    | by invoice | on account | cheque | credit card | debit card | crypto | how can i pay | payment methods | ways to pay`,
  vat: `vat | vat number | tax number | without tax | tax | net | gross | business invoice | company name on | company details | purchase order
    | po number | for my accountant | accountant | tax return | deduct`,
};
