export { Channel } from './alerts/channel.ts';
export type { AlertKind, Standing as AlertStanding } from './alerts/kinds/kind.ts';
export { alertingEvents, alertKindOf, alertKinds } from './alerts/kinds/registry.ts';
export { type Concerned, concernedIn, type Roster } from './alerts/roster.ts';
export {
  asForAll,
  blankTelling,
  firstTellings,
  Mailing,
  OwnTellings,
  Quiet,
  Sound,
  Telling,
  To,
} from './alerts/telling.ts';
export { toldOf } from './alerts/told.ts';
export { asksSomething } from './answers/asking.ts';
export { understandWish } from './answers/wish.ts';
export {
  type Attendance,
  type Availability,
  availabilityOf,
  HERE_WITHIN,
  IDLE_AFTER,
} from './availability/availability.ts';
export { playBefore } from './before/asking.ts';
export { asksFirst, BeforeChat, type Detail, plainBefore } from './before/before.ts';
export { type BeforeFinding, beforeFindings } from './before/findings.ts';
export { isAside } from './conversation/aside.ts';
export { answeredBy } from './conversation/entries/answered.ts';
export type { EntryKind, Reader } from './conversation/entries/kind.ts';
export {
  asVisitorSees,
  EntryBody,
  entriesOf,
  entryKindOf,
  entryKinds,
  entryWords,
  movesOf,
  movingKinds,
  recordedKinds,
  recordedOf,
  visitorSees,
  writtenKinds,
} from './conversation/entries/registry.ts';
export { repliedWith } from './conversation/entries/replied.ts';
export { Who } from './conversation/entries/who.ts';
export {
  type Command,
  closedByRule,
  commanded,
  fallsDue,
  type Giver,
  givenByRule,
  type Held,
  Holder,
  type Holding,
  hearsTimers,
  isLed,
  joinedToOther,
  ledByRule,
  leftTheirDesk,
  leftTheTeam,
  mailed as visitorMailed,
  type Played,
  played,
  type Refusal,
  written as visitorWrote,
} from './conversation/holder.ts';
export { mentionedIn } from './conversation/mentions.ts';
export { type Excerpt, excerpt, saidSought, wordsSaid } from './conversation/search.ts';
export { FACT_IN_LINK, REFERENCE, referenceIn } from './facts/address.ts';
export * from './facts/condition.ts';
export * from './facts/fact.ts';
export { type Findable, wordsOfPerson, wordsSought } from './facts/findable.ts';
export { type Formula, FormulaError, formula, tryFormula } from './facts/formula.ts';
export { givenFacts, givenValues, plainVisit, type Visit } from './facts/given.ts';
export { KnownFact } from './facts/known.ts';
export { fittedFact, personPartOf } from './facts/person.ts';
export { cut, TooDeep, wellFormed } from './facts/text.ts';
export { sentence, type WordPart, type Words } from './facts/words.ts';
export { startOfButton } from './flow/acts/answer.ts';
export { ServiceRequest } from './flow/acts/call-service.ts';
export { Act, type ActOf, actKindOf, actKinds, saidIn } from './flow/acts/registry.ts';
export { signed } from './flow/acts/score.ts';
export { answeredFrom } from './flow/answered-from.ts';
export { askedBefore, type FoundArticle } from './flow/answering.ts';
export type { Choice } from './flow/answers/choice.ts';
export { FileKind, MOST_MEGABYTES } from './flow/answers/file.ts';
export { Answer, type AnswerType, answerKindOf, answerKinds, FieldAnswer } from './flow/answers/registry.ts';
export {
  addFact,
  changeFact,
  changeStep,
  insertScene,
  insertStep,
  insertSteps,
  moveScene,
  moveStep,
  removeFact,
  removeScene,
  removeStep,
  renameScene,
  setFlow,
} from './flow/changes.ts';
export { check, productsShown, surroundings, teamsHandedTo, type Workplace, waysThrough } from './flow/checks/check.ts';
export { type Finding, mends, type Place } from './flow/checks/finding.ts';
export { Clip, clipOf, pasteClip } from './flow/clip.ts';
export {
  type Compared,
  compare,
  isSame,
  type SceneChange,
  type StepChange,
  type Stretch,
} from './flow/comparison.ts';
export { type Clash, type Copy, copyOf, hear, insist, send, settle, unsend, write } from './flow/copy.ts';
export { factTyped } from './flow/correction.ts';
export { dice } from './flow/dice.ts';
export { difference } from './flow/difference.ts';
export { apply, applyAll, Edit, findStep, joined } from './flow/edits.ts';
export { type Event, FieldReply, FileGiven, FoundForReply, type Reply, type Told } from './flow/event.ts';
export type { Field } from './flow/field.ts';
export {
  type FlowFile,
  FlowFileError,
  flowJsonSchema,
  placeWords,
  readFlow,
  readFlowFile,
  uploadedPictures,
  withPictures,
  writeFlowFile,
} from './flow/file.ts';
export { blankFlow, Flow, FORMAT, Scene } from './flow/format.ts';
export { Id } from './flow/id.ts';
export { keepAnswer, lastAsked, type Unkept, unkeptAnswers } from './flow/keeping.ts';
export {
  type FactSpan,
  isEmptyLine,
  Line,
  Link,
  lineOf,
  lineText,
  SpokenLine,
  type TextSpan,
  written,
} from './flow/line.ts';
export { mentionsOf, renameFact } from './flow/mentions.ts';
export {
  type Customer,
  fromOutside,
  type GivenFacts,
  maySet,
  newFrom,
  type Outside,
  type OutsideFact,
  ofCustomer,
} from './flow/outside-facts.ts';
export { stepsFromText } from './flow/pasted.ts';
export { MOST_STEPS, play } from './flow/play.ts';
export { flowsPart } from './flow/replay/part.ts';
export { Recorded, RecordedLine } from './flow/replay/recorded.ts';
export { type Difference, differenceWords, type Replayed, replay } from './flow/replay/replay.ts';
export {
  type Exchange,
  musts,
  mustWords,
  type Outcome,
  type Rehearsed,
  rehearse,
  runThrough,
  type Stage as RehearsalStage,
  worldOf,
} from './flow/runs/rehearse.ts';
export { askedMusts, Beat, Must, plainSetting, RUN_FORMAT, RunThrough, Setting } from './flow/runs/run.ts';
export { freshSession, restAtFetching, Session } from './flow/session.ts';
export { described, type JsonSchema, shapes } from './flow/shapes.ts';
export { AnswerShown, CardShown, ChartShown, FieldShown, Picture } from './flow/shown.ts';
export type { AnswerQuestions } from './flow/steps/answer-questions.ts';
export type { Ask } from './flow/steps/ask.ts';
export type { CallScene } from './flow/steps/callscene.ts';
export type { Chart } from './flow/steps/chart.ts';
export type { AskConsent, WithdrawConsent } from './flow/steps/consent.ts';
export type { Decide } from './flow/steps/decide.ts';
export type { Email } from './flow/steps/email.ts';
export type { End } from './flow/steps/end.ts';
export type { Form } from './flow/steps/form.ts';
export type { Go } from './flow/steps/go.ts';
export type { HandOver } from './flow/steps/handover.ts';
export type { AnsweredFrom, Exit, Surroundings } from './flow/steps/kind.ts';
export type { Notify } from './flow/steps/notify.ts';
export type { Pause } from './flow/steps/pause.ts';
export { kindOf, Step, stepKinds, usualKinds } from './flow/steps/registry.ts';
export type { Remind } from './flow/steps/remind.ts';
export type { Say } from './flow/steps/say.ts';
export type { Score } from './flow/steps/score.ts';
export type { CallService } from './flow/steps/service.ts';
export type { SetFact } from './flow/steps/set.ts';
export type { Card, Show } from './flow/steps/show.ts';
export type { Split } from './flow/steps/split.ts';
export type { StartFlow } from './flow/steps/startflow.ts';
export { Page, type TakeToPage } from './flow/steps/take.ts';
export type { WantsPerson } from './flow/steps/wanting.ts';
export type { WorkOut } from './flow/steps/workout.ts';
export { TypedTexts, understood } from './flow/understood.ts';
export { flowAsNow, runAsNow } from './flow/upgrades/registry.ts';
export { type Station, type Way, waysOf } from './flow/ways.ts';
export { findWords, replaceWords, type Wording } from './flow/wording.ts';
export type { World } from './flow/world.ts';
export { Duration, durationWords, milliseconds } from './hours/duration.ts';
export {
  ChosenHolidays,
  DayOfYear,
  OpeningHours,
  OpenStretch,
  Season,
  SpecialDay,
  spansOf,
  Week,
  WrittenHours,
} from './hours/hours.ts';
export type { Interval } from './hours/local-day.ts';
export { momentWords } from './hours/moment.ts';
export { type Opening, openBetween, openDays, opening } from './hours/opening.ts';
export { type Presence, presence } from './hours/presence.ts';
export { Span as OpenSpan, type SpanMistake, spanMistake } from './hours/span.ts';
export { Zone } from './hours/zone.ts';
export { Colour } from './look/colour.ts';
export { drawnFaces, glyphStrokes, launcherGlyphs } from './look/drawn.ts';
export {
  faceAddress,
  type LauncherDress,
  launcherDress,
  type WindowDress,
  windowDress,
  withTeam,
} from './look/dress.ts';
export { Face, Look, PictureAddress, picturesOf, plainLook } from './look/look.ts';
export { type Adjusted, type Palette, paletteOf, type Scheme } from './look/palette.ts';
export { contrast } from './look/tones.ts';
export {
  firstEntry,
  Menu,
  MenuEntry,
  MenuLead,
  type MenuShown,
  MOST_MENU_ENTRIES,
  menuKindOf,
  menuKinds,
  shownMenu,
} from './menu/menu.ts';
export { Direction, directionWords } from './messages/direction.ts';
export { alertWords, letterWords, message, messagesIn, spoken } from './messages/message.ts';
export { factsIn, filled, phrasesFor } from './phrases/phrase.ts';
export { productCard } from './products/card.ts';
export { Product, ProductRef, priceWords, STOCKS, Stock, stockWords } from './products/product.ts';
export {
  asSheetSays,
  readSheet,
  SHEET,
  type Sheet,
  type SheetColumn,
  type SheetMistake,
  sheetHead,
  sheetRow,
} from './products/sheet.ts';
export { type PageOfData, priceFrom, productsIn } from './products/structured.ts';
export { Article, Articles } from './questions/article.ts';
export { type Asker, Audience, everybody, PERSONS } from './questions/audience.ts';
export { AnswerBlock, answerBlocks, blocksText } from './questions/blocks.ts';
export { type Contradiction, contradictionsIn } from './questions/contradictions.ts';
export { type Decision, decide, Thresholds, usualThresholds } from './questions/deciding.ts';
export { type Evaluation, evaluate, type Ranked, RatedQueries } from './questions/evaluation.ts';
export {
  type CurvePoint,
  type Outcome as AskedOutcome,
  outcomeOf,
  outcomes,
  type Rated,
  type Reliability,
  reliability,
  sureCurve,
} from './questions/examples.ts';
export { Finder, type Found, textsAsked } from './questions/finding.ts';
export { FlowButton, FlowStart, OfferedFlow } from './questions/flow-button.ts';
export { groupsOf } from './questions/grouping.ts';
export {
  blankArticle,
  hasGap,
  joinedArticle,
  KeptArticle,
  type Withheld,
  withheldFrom,
} from './questions/kept.ts';
export { likeness, type Meaning, type MeaningOf, meaningOf, meaningOfBytes } from './questions/meaning.ts';
export {
  composedFrom,
  FromOutside,
  NOT_THERE,
  OutsideName,
  type Source,
  serviceAnswered,
} from './questions/outside/outside.ts';
export { asks, endsAsking, labelledAnswer, labelledAsked, questionKey } from './questions/pairs/asks.ts';
export { FoundPart, partsIn } from './questions/pairs/pairs.ts';
export { attribute, type Content, elementsIn, isElement, textOf } from './questions/pairs/tree.ts';
export { markdownOf } from './questions/pairs/written.ts';
export { textsOf } from './questions/passages.ts';
export type { Reason } from './questions/reason.ts';
export { questionsIn } from './questions/several.ts';
export type { IsWord } from './questions/spelling.ts';
export { SynonymGroup, Synonyms } from './questions/synonyms.ts';
export { LONGEST_COMMENT, Rating, ratedBy, ratingQuestion } from './rating/rating.ts';
export { isOfRating } from './rating/steps.ts';
export { Appearance, appearanceKindOf, appearanceKinds } from './reach/appearances/registry.ts';
export {
  allCues,
  type CueVerdict,
  type Decided as ReachDecided,
  type Fitting,
  factsOfReach,
  fitting,
  HIDDEN_BY,
  type HiddenBy,
  type LookedCue,
  metOnArrival,
  metOnOpening,
  type ReadyReach,
  readyReach,
  whyThis,
} from './reach/deciding.ts';
export { allowsHost, OWN_MACHINE } from './reach/domains.ts';
export { reachFacts, reachValues } from './reach/facts.ts';
export { type ReachFinding, reachFindings } from './reach/findings.ts';
export { type Page as SeenPage, PagePattern, pageOf, pageTest, patternName, withBelow } from './reach/page-pattern.ts';
export type { PartFinding } from './reach/parts/kind.ts';
export { linkOf, linksIn } from './reach/parts/reference.ts';
export { CueComes, CueFits, cuePartOf, cueParts, type PartName, waitsOf } from './reach/parts/registry.ts';
export { blankCue, Cue, isPlain, LAST, LastCue, plainReach, Reach, Unfinished } from './reach/reach.ts';
export { arrivedJustNow, type Moment as PageMoment, type Seen } from './reach/seen.ts';
export { cueWords } from './reach/sentence.ts';
export { unfinishedAnswer, unfinishedQuestion } from './reach/unfinished.ts';
export { UNFINISHED_STEP } from './reach/unfinished-step.ts';
export { type Centre, playDay } from './routing/centre.ts';
export {
  type Answerer,
  inLine,
  type LetBy,
  OFFERED_AT_MOST,
  type Offer,
  offersFor,
  placesIn,
  type WaitingVisitor,
} from './routing/routing.ts';
export { expectedWait, type Pace, toldWait } from './routing/wait.ts';
export { circleIn } from './rules/circle.ts';
export { Course, freshCourse } from './rules/course.ts';
export { Deed, type DeedOf, type Done, type DoneOf, deedKindOf, deedKinds } from './rules/deeds/registry.ts';
export { conditionsHold, factsAskedBy, ruleFacts, ruleValues } from './rules/facts.ts';
export { blankPart, blankRule, firstRules } from './rules/first.ts';
export type { Looked, Moment } from './rules/moment.ts';
export type { Closer, Move } from './rules/move.ts';
export { isGone, type Names, type Reference } from './rules/names.ts';
export { Delay, deedsOf, lacks, type Numbered, Rule, RulePart, refersTo, ruleWords } from './rules/rule.ts';
export { saidLine, shownValues } from './rules/saying.ts';
export { type Case, type Past, tried } from './rules/trial.ts';
export {
  type Decided,
  decided,
  dueAt,
  firstDue,
  MOST_ALONE,
  MOST_RUNS,
  passed,
  type Silence,
  watched,
} from './rules/watch.ts';
export { When, whenKindOf, whenKinds } from './rules/whens/registry.ts';
