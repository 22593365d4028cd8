/** What is asked of money, cover and contracts, and of any business. */
export const contracts: Readonly<Record<string, string>> = {
  borrowing: `loan | loans | borrow | lend | mortgage | credit | interest rate | interest | apr | pay back early | pay it back early | repay early | early repayment | overpay | settle early`,
  spendlimit: `limit | daily limit | withdraw | withdrawal | take out | cash machine | cashpoint | atm | how much can i take | raise my limit | increase my limit | spending limit | max`,
  cardlost: `lost my card | card lost | card stolen | stolen card | card gone | purse | wallet | block my card | freeze my card | cancel my card | swallowed | machine kept | new card | replacement card`,
  overdrawn: `overdraft | overdrawn | minus | below zero | in the red | not enough money | insufficient | went under | negative`,
  wrongpayment: `wrong account | wrong person | wrong recipient | sent money to | stranger | recall | reverse a payment | get it back | typed the number wrong | mistake with a payment | chargeback`,
  abroadpay: `use my card abroad | use it abroad | foreign currency | exchange rate | euros | dollars | on holiday | fee abroad | foreign transaction | roaming | use my phone abroad | in spain | outside the country`,
  scamcall: `scam | fraud | fraudster | phishing | strange email | strange call | someone called | pretending | is this really you | is it really you | clicked a link | suspicious | fake | gave my details`,
  nocover: `excess | not covered | exclusion | exclusions | what isn't covered | small print | wear and tear | pay myself | own share | cover for | am i covered | are we covered | included in the policy | policy`,
  claim: `claim | claims | make a claim | file a claim | claim form | report a loss | how long does a claim | claim rejected | turned down | payout | pay out | assessor | evidence | photos of the damage`,
  premium: `premium | premiums | gone up | went up | more expensive than last | price increase | price rise | increase | higher than | why am i paying more | dearer | put the price up | prices going up | more than last`,
  noclaims: `no claims | no claims bonus | discount for | years without | loyal | bonus`,
  switchto: `switch to you | switch from | come over to you | move to you | change provider | leave my provider | port | porting | keep my number | take my number | from another | current provider | old provider
    | transfer my`,
  contractend: `contract | minimum term | how long am i tied | tied | bound | runs for | contract length | contract end | out of contract | early termination | exit fee | leave early | how long is the contract | break clause
    | rolling`,
  tenancydeposit: `deposit back | my deposit | deposit | security deposit | deductions | get my deposit | protected | bond | kept my deposit | hand over the flat`,
  rentrise: `rent go up | rent increase | raise the rent | rent review | rent | rent rise | pay the rent | late with the rent | behind with rent`,
  sublet: `sublet | lodger | flatmate | move in with | housemate | someone move in | guests stay | airbnb | partner move in | share the flat`,
  moveoutstate: `clean must | inventory | how clean | handover | leave it in | professional clean | repaint | holes in the wall | inspection | check out report | state of the flat`,
  namechange: `got married | married | new name | maiden name | change my name | name change | divorced | changed name | surname | deed poll | spelled wrong | spelling of my name`,
  addresschange: `change my address | new address | moved | moving | change of address | update my address | moved house | i've moved | ive moved | different address | relocating`,
  bereavement: `died | passed away | death | deceased | bereavement | widow | late husband | late wife | late mother | estate | funeral | executor | no longer with us`,
  callback: `call me back | ring me back | callback | call back | phone me | give me a ring | give me a call | leave a message | get back to me | contact me | when will someone | hear from you | reply | replied | answer my email
    | nobody answers`,
  holidayhours: `christmas | new year | easter | bank holiday | bank holidays | public holiday | boxing day | holidays | festive | closed over | open over | over the holidays`,
  whoareyou: `who are you | about you | family business | how long have you been | how big are you | your company | founded | history | behind | owner | experience | where are you from | head office | registered office`,
  careers: `job | jobs | vacancy | vacancies | work for you | work with you | apply for a job | cv | career | careers | apprentice | apprenticeship | internship | intern | recruiting | hiring | employ | wages | freelance for you`,
  press: `press | journalist | media | interview | newspaper | magazine | influencer | blogger | sponsorship | collaboration | collaborate | partner with | partnership | affiliate`,
  feedback: `feedback | review | leave a review | compliment | praise | thank | thanks | wonderful | suggestion box | rate | rating | stars`,
};
