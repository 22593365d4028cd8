/** What is asked of schools, courses and clubs, by parents and those who learn. */
export const schools: Readonly<Record<string, string>> = {
  enrol: `enrol | enroll | enrolment | enrollment | sign up | apply | application | apply for a place | register | registration | admission | admissions | get a place | join | put down | put his name
    | put her name | reserve a place | start school`,
  waitinglist: `waiting list | wait list | waitlist | full | fully booked | no places | place free | spaces | space left | any places | still room | someone drops out | oversubscribed | next intake | next year`,
  termdates: `term | terms | term dates | half term | holidays | school holidays | summer break | break up | inset | days off | closed | bank holiday | easter | christmas | when does it start again | back to school | timetable
    | academic year | calendar`,
  tuition: `tuition | school fees | fees | tuition fees | course fee | how much is the | per term | per lesson | cost of the course | what do you charge | price per | hour of | pay for lessons`,
  scholarship: `scholarship | scholarships | bursary | bursaries | financial help | help with fees | can't afford | low income | funded place | free place | student loan | hardship | sponsor | sponsored`,
  sibling: `sibling | siblings | brother | sister | second child | two children | both of my | both children | twins | family discount | third child | whole family`,
  uniform: `uniform | uniforms | school clothes | wear | blazer | pe kit | shoes | jumper | dress code | second hand uniform | what do they wear | kit | clothing`,
  schoollunch: `lunch | lunches | dinner | dinners | packed lunch | snack | snacks | canteen | school meals | free meals | menu | fussy | picky | eats | food at`,
  dropoff: `drop off | dropoff | drop him | drop her | drop them | pick up | pickup | collect him | collect her | collect my child | who can collect | late to collect | stuck at work | grandma | nanny | gates | bring him
    | hand over | home time | finish time | finishes`,
  wraparound: `after school | afterschool | before school | breakfast club | wraparound | wrap around | early drop | late pick | after care | club | clubs | holiday club | half day | full day | hours a day | childminder`,
  sickchild: `sick child | ill | poorly | temperature | throwing up | vomiting | sick | fever | rash | chickenpox | lice | nits | stay at home | stay off | send him in | send her in | keep him home | 48 hours
    | catching`,
  absence: `absence | absent | away | miss school | miss a class | miss a lesson | missed a lesson | take out of school | time off | call in | report him | holiday in term | catch up | make up | make up lesson | skip
    | can't come | cant come | not able to attend`,
  homework: `homework | assignments | assignment | study at home | between lessons | hours of study | practice at home | revision | workload | how much work | outside class | deadline | hand in`,
  level: `level | levels | which level | placement | placement test | beginner | beginners | intermediate | advanced | never done | no experience | complete beginner | from scratch | rusty | too easy | too hard | which class
    | which group | ability | how good`,
  classsize: `class size | class sizes | how many in | how many pupils | how many students | how many children | how many people | small groups | size of the group | crowded | ratio | per teacher | adults to | one to one | individual
    | private lesson`,
  teachers: `teacher | teachers | tutor | tutors | instructor | instructors | trainer | staff | native speaker | native speakers | who teaches | who will teach | qualifications | trained | change teacher | don't get on | different teacher
    | same teacher`,
  onlineclass: `online | remote | remotely | from home | distance | video | zoom | live | recorded | recording | recordings | watch later | in person | face to face | virtual | hybrid | webcam | at my own pace`,
  materials: `materials | books | textbook | textbooks | book list | equipment | bring a laptop | laptop | notebook | pens | buy the book | included in the fee | what do i need | what does my child need | instrument | hire an instrument`,
  certificate: `certificate | certificates | diploma | qualification | qualifications | recognised | recognized | accredited | proof | proof of | something in writing | show my employer | at the end | credits | official | cpd | attendance`,
  examdate: `exam | exams | test | tests | mock | fail | failed | resit | retake | pass | pass mark | pass rate | grade | grades | marks | exam board | sit the | examination | when is the exam`,
  specialneeds: `special needs | sen | dyslexia | dyslexic | autism | autistic | adhd | learning difficulties | extra help | extra support | support for | struggling | falls behind | falling behind | behind in | ehcp | disability | slow learner
    | gifted`,
  bullying: `bullying | bullied | bully | picked on | hit by | pushed | unhappy at | crying | doesn't want to go | upset | problem with another | left out | teased | safe at | worried about`,
  medicineatschool: `medicine | medication | inhaler | epipen | allergy | asthma | diabetes | tablets | first aid | nurse | give him | give her | antibiotics`,
  schoolbus: `school bus | bus | transport | minibus | get there | get to school | travel pass | walk | cycle | bike | lift | car share | far away | pick up point`,
  parents: `parents evening | parents' evening | parent | meet the teacher | talk to the teacher | speak to the teacher | how is he | how is she | how they're doing | progress | report card | reports | reports home | feedback | contact the teacher
    | pta | involved`,
  trips: `trip | trips | school trip | excursion | excursions | outing | outings | residential | camp | museum | farm | swimming | paid for the trip | coach`,
  settling: `settling | settle | settling in | first day | first week | first days | cry | cries | clingy | separation | nap | naps | sleep | nappies | nappy | potty | toilet trained | dummy | cuddly | bottle`,
  openday: `open day | open days | open evening | open house | visit the school | look around | look round | see the school | show round | have a tour | come and see | tour | taster | taster day | come and look`,
  changecourse: `change course | change class | switch course | switch class | swap class | move up | move to another | transfer | different course | wrong course | other group | another group | change group | drop a subject`,
  phonesatschool: `phones | mobile phones | smartphone | tablet | screen time | screens | devices | ipad | social media | photos of | photo consent | pictures of my`,
  visa: `visa | visas | student visa | foreign students | international students | from abroad | work permit | immigration | overseas students | letter for the embassy | english test`,
  lodging: `accommodation | lodging | host family | halls | dorm | dormitory | somewhere to stay | place to stay | where to live | stay overnight | hotel | rooms | beds`,
  ageband: `from what age | what age | which age | age group | age range | ages | too old | too young | how old | oldest | youngest | year group | four year old | five year old | turn five | turns five | adults | retired`,
  coursecancel: `drop out | quit the course | leave the course | cancel my place | withdraw | stop lessons | stop coming | notice | take him out | take her out | leave the school | give up | money back if | refund if`,
  coursefew: `too few | not enough | minimum number | called off | cancelled if | goes ahead | go ahead | take place | run if | only three | enough people`,
};
