/** What users of a program ask about it, and of their accounts. */
export const programs: Readonly<Record<string, string>> = {
  trialperiod: `free trial | trial | trial period | try for free | trial end | trial ends | without a card | credit card for the trial | free version
    | free plan | demo | demonstration | have a look first | test it | see it first | longer trial | extend the trial`,
  planchoice: `which plan | plans | pricing plans | tiers | tier | package | packages | editions | pro | premium | basic | starter | enterprise
    | difference between | what's in the | what is in the`,
  seats: `seat | seats | per user | per head | how many users | number of users | user limit | extra user | add users | more users
    | licence | licences | licenses | how many people can | another colleague | team members | more people`,
  roles: `role | roles | permission | permissions | rights | access level | admin | administrator | read only | view only | who can see
    | who may see | who sees | not everyone should | hide from | restrict | restricted | only some | what others can`,
  invite: `invite | invitation | invitations | add a colleague | add a team | add someone | add somebody | add people | bring my team
    | new employee | new starter | joins us | onboard | give access | grant access | share access | get my team`,
  offboard: `left the company | has left | leaver | remove a user | remove someone | remove access | deactivate | former employee | ex employee
    | kick out | take away access | revoke | left us | no longer works`,
  ownership: `owner | ownership | transfer the account | take over the account | hand over the account | pass the account | account holder
    | change the owner | in someone else's name | new owner | belongs to`,
  sso: `sso | single sign on | saml | google login | google account | sign in with | log in with | azure | okta | active directory
    | company login | one login | ldap | scim | oauth`,
  twofactor: `two factor | 2fa | two step | authenticator | verification code | security code | code by text | text code | second factor | one time code
    | lost my phone | new phone | code doesn't come | code never arrives | extra step | six digit`,
  resetpassword: `reset | reset password | forgot password | forgotten password | forgot my password | new password | change password
    | password not | can't log in | cant log in | can't sign in | cant sign in | locked out | login | log in | logging in
    | won't let me in | wont let me in | doesn't let me in | get back in | wrong password`,
  changeemail: `change my email | change email | new email | different email | other email | email address | old email | old address | update my email
    | no longer have that email | typo in my email`,
  closeaccount: `close my account | close the account | delete my account | delete account | delete everything | remove my account | get rid of my account
    | leave for good | shut it down | remove my data | forget me | erase me | wipe my`,
  importdata: `import | importing | csv | excel | spreadsheet | spreadsheets | upload | bring over | migrate | migration | move over
    | switch over | coming from another | old system | existing data | type it all in | typing everything | old tool | bring in
    | move our data | sheet`,
  exportdata: `export | exporting | download | take my data | get my data out | get our data out | get it all out | take it with us
    | as a file | to excel | own copy | locked in | leave with`,
  integrations: `integrate | integration | integrations | plug in | plugin | plugins | connect with | connect to | connects | talk to | works with
    | link with | hook up | sync with | add on | addon | extension | third party | slack | zapier`,
  apiaccess: `api | apis | api key | rest | endpoint | webhook | webhooks | developer | developers | programmatically | script | sdk | token | tokens
    | rate limit | own code | documentation for developers | from our website | automatically push`,
  mobileapp: `mobile app | app | apps | iphone | ios | android | tablet | ipad | on my phone | on the phone | on the go | phone version | app store
    | from the road | smartphone`,
  offline: `offline | no internet | without internet | no connection | no signal | no reception | on a plane | in a basement | when the internet is
    | connection drops | without wifi`,
  browser: `browser | browsers | chrome | firefox | safari | edge | internet explorer | windows | mac | linux | operating system | install anything
    | install something | requirements | old computer | which computer | desktop`,
  interface: `language | languages | in german | in french | in spanish | in polish | translate | translated | translation | foreign language
    | not english | english speakers | multilingual | in their language`,
  timezone: `time zone | timezone | time zones | clock | wrong time | hour off | an hour early | different country | date format | summer time
    | local time`,
  notifications: `notification | notifications | notify | notified | alert | alerts | ping | pings | email alert | too many emails | mute | turn off
    | stop emailing | reminders | get told | let me know | hear about`,
  datalocation: `data centre | data center | servers | server | where is the data | where is our data | where is my data | data stored | stored in
    | hosted in | hosting | located in the eu | in europe | in the cloud | leaves the country | which country`,
  gdpr: `gdpr | data protection | dpa | data processing | processing agreement | compliance | compliant | privacy | personal data | personal information
    | lawyer | subprocessors | privacy officer | data policy | what do you do with my`,
  encryption: `encrypted | encryption | ssl | https | secure | security | iso | soc | certified | penetration | pen test | hacker | hackers
    | hacked | breach | leak | leaked | safe with you | how safe | break in`,
  backups: `backup | backups | back up | backed up | restore | disaster | lose everything | what if your servers | copies | snapshot
    | recover | last night's`,
  recoverdeleted: `deleted by mistake | deleted by accident | accidentally | by accident | by mistake | undelete | trash | recycle bin | bring back
    | get back | recover | recovery | gone | undo | threw away | restore a | oops | removed by | old version | previous version
    | earlier version | version history | roll back`,
  uptime: `uptime | status | status page | outage | outages | down | is it down | not reachable | can't reach | unavailable | sla
    | service level | maintenance window | reliability | reliable | how often does it | everyone or just me`,
  supporthours: `support | help desk | helpdesk | technical help | get help | reach support | phone support | ring you | call you | speak to
    | talk to | chat with | real person | human | somebody there | response time | how quickly do you | hotline | weekend`,
  training: `training | trainings | onboarding | webinar | webinars | tutorial | tutorials | video | videos | how to use | show us how | learn how
    | get started | getting started | introduction | documentation | help centre | guide | someone show | steep`,
  branding: `branding | logo | our colours | our colors | own colours | white label | white labelled | corporate design | look like us | your name on
    | remove your | powered by | own look | customise | customize | theme | brand`,
  customdomain: `custom domain | own domain | subdomain | our own address | own web address | url | cname | under our name | own link`,
  storagelimit: `storage | storage limit | space | disk | gb | gigabytes | full | quota | limit | limits | maximum | how big | file size | too large
    | too big | attachment | attachments | upload limit | run out of space | how much can i | megabytes | mb`,
  auditlog: `audit | audit log | log | history | who changed | who did | who deleted | trace changes | track changes | changes made | record of
    | activity | last edited | see what happened`,
  templates: `template | templates | ready made | sample | samples | example | examples | copy of | duplicate | blueprint | from scratch | start from
    | preset | reuse | boilerplate`,
  reporting: `report | reports | reporting | dashboard | chart | charts | statistics | stats | figures | analytics | numbers at a glance | overview
    | evaluate | insights | kpi | monthly figures | boss wants | graphs`,
  sharing: `share | shared | sharing | link to | send a link | client | clients | customer see | external | externals | outside the company | outsiders
    | freelancer | freelancers | guest access | guests | without an account | public link | show to | partner`,
  automation: `automate | automation | automatic | automatically | by itself | rule | rules | workflow | workflows | trigger | recurring | repeat
    | every monday | without me | on its own | scheduled | schedule`,
  calendarsync: `calendar | calendars | outlook | google calendar | ical | sync | synchronise | synchronize | appointments appear | diary | show up in my`,
  duplicates: `duplicate | duplicates | twice | double entries | doubles | merge | merged | merging | same customer twice | combine | join two
    | put together | same person`,
  archive: `archive | archived | archiving | old projects | finished projects | hide old | out of sight | put away | completed ones
    | tidy | clutter | keep but`,
  printing: `print | printing | printed | printer | pdf | on paper | paper | hard copy | save as pdf | printout`,
  emailsend: `email not arriving | emails land in | end up in spam | junk | spam folder | spam | deliverability | sender | from our own address | spf
    | dkim | bounced | never receive | don't receive | emails don't arrive | didn't reach`,
  annual: `annual | annually | yearly | year in advance | pay yearly | per year | a year | monthly or | month to month | pay monthly | billing period
    | billing cycle | pay up front | twelve months | switch to yearly`,
  cancelplan: `cancel my plan | cancel subscription | cancel my subscription | cancel the subscription | stop paying | end subscription | end my subscription
    | stop my plan | notice period | cancel any time | how do i cancel | tied in | get out | unsubscribe | not renew
    | stop it renewing | don't want to go on`,
  updown: `upgrade | downgrade | upgrading | downgrading | change plan | change my plan | switch plan | bigger plan | smaller plan | cheaper plan
    | mid month | half way | prorated | pro rata | need less | need more | outgrown | higher tier`,
  paymentcard: `change card | new card | update card | card expired | card details | payment details | billing details | billing address | bank details
    | different card | change payment | direct debit`,
  featurerequest: `feature | features | feature request | suggestion | suggest | idea | wish | roadmap | planned | coming soon | will you ever | missing feature
    | vote | would be nice | can you build | working on | next update | idea for | improve`,
  bug: `bug | bugs | glitch | crash | crashes | crashing | freezes | frozen | hangs | stuck | error message | blank | white screen | not loading | won't load
    | doesn't respond | spinning | goes wrong | acting up | weird | broken | screenshot`,
  slowness: `slow | sluggish | takes ages | laggy | lags | lag | loading forever | loads slowly | takes forever | speed | performance | wait for it
    | minutes to load`,
  shortcuts: `shortcut | shortcuts | keyboard | keys | hotkey | mouse | faster way | dark mode | night mode | font | bigger text | contrast
    | hard to read | screen reader`,
  testspace: `sandbox | staging | test environment | playground | try things | practise | practice area | without breaking | test account | preview
    | experiment | dummy | safe place to try`,
  newversion: `update | updates | updated | new version | newest version | latest | latest version | what's new | whats new | release | releases
    | changelog | upgrade to the`,
};
