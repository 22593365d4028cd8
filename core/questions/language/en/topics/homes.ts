/** What is asked of whoever works at the home: who builds something in, mends, cleans or moves. */
export const homes: Readonly<Record<string, string>> = {
  quote: `quote | quotes | quotation | estimate | estimates | ballpark | rough price | price up | idea of the cost | what would it cost | free quote | no obligation
    | come and look | come and have a look | look at the job | give me a price | offer`,
  survey: `survey | site visit | assessment | inspect | inspection | have a look at | surveyor | look round | measure up | come and measure | what happens at | before you start
    | first step`,
  callout: `call out | callout | call out fee | come out | come round | hourly | per hour | an hour | hourly rate | day rate | travel costs | minimum charge | just to look
    | before you do anything`,
  howsoon: `how soon | how quickly | how long until | when could you | when can you | earliest | waiting time | lead time | booked up | weeks ahead | next week | before christmas | before winter
    | this month | start date | wait for | long is the wait | available`,
  worktime: `how long does the work | how many days | days does | how long will it take | take to install | done in a day | in one day | finished by | duration | over how many | when will it be finished
    | how long are you here | take from start`,
  behome: `be at home | be there | be in | have to be | stay in | stay at home | at work | take a day off | let you in | let them in | nobody in | while i'm out | while you work
    | do i need to be | leave you a key | supervise | present | around while`,
  keysafe: `key | keys | spare key | key safe | alarm | alarm code | let themselves in | hold my key | front door | access to the house | give you a key`,
  mess: `mess | messy | dirt | dirty | dust | dusty | dust sheets | clean up | clear up | tidy | tidy up | leave it as | cover the floor | protect | carpets | rubble | debris | shoes off | sweep
    | hoover up`,
  tradechecks: `insured | insurance | liability | dbs | background check | police check | vetted | checked | trust | trustworthy | strangers | stranger in my | let into my | references | who comes
    | reliable | honest | criminal`,
  qualified: `qualified | certified | registered | accredited | accreditation | gas safe | licensed | trained | training | experience | experienced | how long have you | credentials | know what
    | member of | approved | professional | subcontractors | own staff`,
  workguarantee: `guarantee | guaranteed | warranty | stand behind | if it goes wrong | if something goes wrong | comes loose | years cover | how long is it covered | workmanship | not happy with the work
    | come back if | put it right | insurance backed`,
  breakage: `break something | broke something | breaks something | broken by | damage | damages | damaged my | scratched my | your man | your cleaner | smashed | compensation | pay for it | who pays | liable
    | ruined`,
  ownproducts: `own products | own equipment | cleaning products | bring your own | supply | supplies | materials | provide | hoover | vacuum | chemicals | detergent | use mine | eco products | do you bring
    | who brings | tools | included in the price`,
  samecleaner: `same cleaner | same person | same one | same team | always the same | someone different | different person | new face | changes every | swap cleaner | don't like the cleaner | another cleaner
    | who will come | choose who`,
  oneoff: `one off | oneoff | just once | single clean | deep clean | spring clean | after builders | before we move | end of tenancy | moving out | move out | regular | weekly | fortnightly | every other week
    | every week`,
  windows: `windows | window | inside and out | oven | fridge | inside the oven | ironing | laundry | beds | change beds | dishes | washing up | curtains | blinds | cobwebs | carpets | upholstery | sofa
    | extra tasks`,
  planning: `planning permission | planning | building regs | building regulations | council | permission | listed | listed building | conservation area | conservation | landlord | freeholder | leasehold | allowed to
    | neighbours object | heritage | permitted development | authority`,
  funding: `grant | grants | subsidy | subsidies | scheme | government | voucher | help with the cost | help paying | tax relief | vat relief | eligible for | funding | money towards | contribution | incentive
    | state pay`,
  financing: `finance | financing | loan | instalments | pay monthly | spread the cost | interest | interest free | over ten years | over five years | pay over | pay it off | credit check | lump sum | all at once
    | bit by bit`,
  stagepay: `deposit | upfront | up front | in advance | pay before | when do i pay | when is it due | pay at the end | final payment | stages | half now | how much before | before you start | pay afterwards
    | down payment`,
  payback: `payback | pay for itself | pays for itself | pay off | worth it | worthwhile | return on | break even | how much will i save | savings | save on my bills | lower bills | cheaper than | bring my bills
    | cut my bills | get my money back`,
  runcost: `running cost | running costs | cost to run | cheap to run | expensive to run | electricity use | use much electricity | how much power | consumption | kwh | consume | bills go up | meter spinning | draw
    | eats electricity`,
  feedin: `sell electricity | export | feed in | feed back | surplus | spare electricity | sell back | paid for what | grid | excess | left over electricity | don't use myself | give back | what we don't use | too much`,
  battery: `battery | batteries | store electricity | store power | storage | at night | after dark | when the sun | evening | powerwall | charge overnight | save it for`,
  blackout: `power cut | power cuts | blackout | lights go out | grid goes down | grid is down | electricity goes | outage | no electricity | keep running | emergency power | backup power`,
  roof: `roof | roofs | tiles | slates | south | facing | north | east | west | shade | shaded | shadow | shadows | tree | trees | chimney | flat roof | angle | pitch | slope | loft | dormer | thatched
    | hold the weight`,
  panels: `panel | panels | solar | photovoltaic | pv | modules | cells | inverter | sunlight | cloudy | sunny | sunshine | efficiency`,
  heatpump: `heat pump | heat pumps | outside unit | outdoor unit | air source | ground source | compressor | box outside | unit outside | fan | borehole`,
  boiler: `boiler | boilers | gas | oil tank | combi | furnace | old heating | rip out | hot water tank | cylinder | tank | gas supply | gas meter | gas hob`,
  radiators: `radiator | radiators | underfloor | floor heating | pipes | pipework | bigger radiators | tear up | floors up | lift the floor | swap the radiators`,
  coldweather: `cold | freezing | frost | snow | minus | winter | when it's freezing | icy | coldest | enough heat | warm enough | work in winter | cold snap`,
  insulation: `insulation | insulated | insulate | draughty | drafty | draughts | old house | victorian | stone | solid walls | cavity | lofts | single glazed | double glazing | epc | energy rating | energy certificate`,
  evcharger: `ev | electric car | electric vehicle | charge my car | charging point | charge point | charger | wallbox | wall box | plug in | car charger | tesla`,
  monitoring: `monitor | monitoring | see how much | app | readings | display | keep an eye | check what | production | producing | generate | generating | wifi | data`,
  extendsystem: `add more | extend | expand | extra panels | more later | later on | add later | bigger later | upgrade later | second | grow | add another`,
  sellhouse: `sell my house | sell the house | selling | move house | moving house | move away | buyer | buyers | new owners | take it with me | take them with me | take along | value of | worth more | put off buyers`,
  lifespan: `lifespan | how long do they last | how long does it last | last | lasts | life | years before | wear out | worn out | age | replace | replaced every | lifetime | decades | old age`,
  upkeep: `maintenance | maintain | service | servicing | serviced | annual service | yearly | clean them | cleaning | dirty | bird | birds | pigeons | leaves | dust on | look after | care plan | check every | wash`,
  scaffold: `scaffold | scaffolding | ladder | crane | skip | access | road | drive | park the van | parking for | where do you park | permit for`,
  leasehold: `flat | leasehold | rent | renting | tenant | landlord | don't own | block of flats | housing association | council house | own the roof | shared roof | apartment | freehold`,
  dampmould: `mould | mold | mouldy | damp | black spots | musty | condensation | wet wall | wet walls | smell of | furry | mildew | fungus | humidity`,
  leak: `leak | leaks | leaking | drip | dripping | drips | burst | flood | flooded | flooding | water coming | water everywhere | ceiling | wet patch | stopcock | turn the water off | tap`,
  blocked: `blocked | clogged | drain | drains | toilet | sink | won't drain | backing up | overflow | smells | gurgling | plunger | plug`,
  electrics: `fuse | fuses | fuse box | fusebox | trip | trips | tripping | tripped | socket | sockets | wiring | rewire | rewiring | sparks | switch | lights flicker | consumer unit | electrician | shock`,
  pests: `mice | mouse | rats | rat | ants | wasps | wasp | bedbugs | bed bugs | cockroach | cockroaches | moths | nest | pest | pests | poison | infestation | droppings`,
  garden: `garden | lawn | grass | hedge | hedges | trees | pruning | mow | mowing | weeds | plants | bushes | green waste | leaves | fence | patio`,
  removal: `removal | removals | movers | moving day | van | boxes | packing | pack | piano | crates | furniture | lorry | load | heavy things | dismantle | storage unit`,
  paintwork: `paint | painting | painter | decorate | decorating | decorator | wallpaper | coats | ceiling | walls | colour | gloss | plaster | filler | sand`,
  neighbours: `neighbour | neighbours | next door | upset | annoy | complain | disturb | hear it | noise | noisy | loud | decibels | hum | humming | keep us awake | sleep`,
  smartmeter: `smart meter | meter | meters | reading | readings | read the meter | tariff | tariffs | supplier | energy supplier | switch supplier | night rate | off peak | peak`,
};
