import type {
  AnsweringModel,
  AnsweringService,
  BusinessFact,
  Entry,
  NewServiceKey,
  RecordedPage,
  Role,
  ServiceKey,
  TriedAs,
  VisitorPass,
} from '@kineta/contract';
import type {
  AnsweredFrom,
  Asker,
  Attendance,
  Availability,
  BeforeChat,
  Customer,
  Fact,
  Facts,
  FileGiven,
  Flow,
  FlowStart,
  FoundForReply,
  KeptArticle,
  Look,
  Names,
  Numbered,
  OpeningHours,
  Product,
  SynonymGroup,
  Thresholds,
  Unfinished,
  Visit,
  Who,
} from '@kineta/core';
import type { Teller } from '../clockwork/outbox.ts';
import type { Transaction } from '../database/connect.ts';

/** Who is signed in. */
export interface SignedIn {
  id: string;
  workspace: string;
  name: string;
  email: string;
  role: Role;
  /** The token that requests which change something must carry. */
  csrf: string;
  languages: string[];
  skills: string[];
  secondFactor: boolean;
  /** The workspace asks a second factor of them, and they have none. */
  owesSecondFactor: boolean;
}

/** A visitor who is let in. */
export interface Visitor {
  id: string;
  workspace: string;
}

export interface WorkspaceSettings {
  id: string;
  name: string;
  zone: string;
  language: string;
  country: string;
  currency: string;
  business: BusinessFact[];
  /** The sender of emails; the server’s own when null. */
  mailFrom: string | null;
  /** Hosts inside private networks that flows may call. */
  allowedHosts: string[];
  /** The address of what helps with the wording. */
  wordingService: string | null;
  /** What words answers outside, and what answers there. */
  answeringModel: AnsweringModel | null;
  answeringService: AnsweringService | null;
  /** For how many minutes after its last word a conversation that has ended is gone on with, when its visitor comes back. */
  goesOnFor: number;
  /** What visitors say who want a person, besides what is understood by itself. */
  wishes: string[];
  asksSecondFactor: boolean;
  /** The lines of what is to do that were put away. */
  putAway: string[];
  /** How often its things for sale were changed. */
  productsNumber: number;
  /** How often what its questions are answered by was changed. */
  articlesNumber: number;
  /** From how sure on an answer is said, and asked back about; as is usual when null. */
  sure: Thresholds | null;
  /** Words and phrases of the business that mean the same. */
  synonyms: SynonymGroup[] | null;
  createdAt: Date;
}

export interface TeamMember {
  id: string;
  name: string;
  email: string;
  role: Role;
  /** Put to rest: still known by name for what they did, and given nothing any more. */
  resting: boolean;
  /** By the address at which visitors get it. */
  picture: string | null;
  attendance: Attendance;
  languages: string[];
  /** What they know best. */
  skills: string[];
  /** Whether they take chats, as it was when the directory was read. */
  availability: Availability;
}

export interface Team {
  id: string;
  name: string;
  hours: OpeningHours | null;
  members: string[];
  /** For how many seconds somebody is offered who waits for it. */
  acceptsWithin: number;
}

/** How it is spoken on a site, where that is not the business’s own way. */
export interface Manner {
  /** What is said whichever flow leads. */
  replies: Partial<Look['replies']>;
  /** What stands always at hand in its chat. */
  menu: Look['menu'];
  /** Null where they are the business’s. */
  language: string | null;
  zone: string | null;
}

/** What changes rarely and is needed with every event: the workspace with its members, teams and flows’ names. */
export interface Directory {
  workspace: WorkspaceSettings;
  /** The business facts by name. */
  business: Facts;
  members: ReadonlyMap<string, TeamMember>;
  teams: ReadonlyMap<string, Team>;
  /** Opening hours by the team’s name, of those that have any. */
  hours: Readonly<Record<string, OpeningHours>>;
  /** What conversations are tagged with. */
  tags: ReadonlyMap<string, { id: string; name: string; means: 'spam' | null }>;
  flowNames: ReadonlyMap<string, string>;
  /** The names of the flows that have an edition, and their identities. */
  published: readonly string[];
  live: ReadonlySet<string>;
  /** How it is spoken on each site, by the site’s identity. */
  manners: ReadonlyMap<string, Manner>;
  /** The things for sale, as visitors may be told of them, by their references. */
  products: ReadonlyMap<string, Product>;
}

/** A lead who is to be met as a visitor of a site. */
export interface Trial {
  site: string;
  as: TriedAs;
  member: string;
}

/** A site, with the edition that its visitors meet now. */
export interface Site {
  id: string;
  workspace: string;
  name: string;
  domains: string[];
  flow: string | null;
  edition: string | null;
  /** The name under which the site’s flow speaks. */
  speaker: string | null;
  /** Switched off, with everything kept. */
  off: boolean;
  /** Its pages tell who looks at them without a chat. */
  tellsPassers: boolean;
  /** How often its look was put on it: by this it is told whether a look read before is still the one. */
  lookNumber: number;
  /** The same of what is asked before its chat. */
  beforeNumber: number;
  /** The same of which flows its visitors meet; 0 where that is its own. */
  reachNumber: number;
  /** Whether its chat is also a page of its own, under a link. */
  ownPage: boolean;
  /** Whether it signs its visitors in, with which of its secrets, and until when the one before is good as well. */
  signsIn: boolean;
  signInNumber: number;
  oldSignInUntil: Date | null;
}

/** A site, as far as it is told whom it signs in. */
export type Signing = Pick<Site, 'id' | 'signsIn' | 'signInNumber' | 'oldSignInUntil'>;

/** A visitor whom their site signs in, as it has proved. */
export interface SignedVisitor extends Customer {
  /** By what the site knows them. */
  id: string;
}

/** Who comes to a site’s chat, as far as it is told which flow they meet. */
export interface Comer {
  visit: Visit;
  /** The address of the page, and what the page tells of how it was looked at. */
  page: string;
  came?: Came | undefined;
  /** What is remembered of them. */
  facts: Facts;
  /** As whom the site signs them in. */
  customer?: SignedVisitor | undefined;
}

/** What a page hands over as the chat is opened on it. */
export interface Came {
  /** The cue that had appeared, or fits first. */
  cue: string;
  visits: number;
  seconds: number;
  read: number;
}

/** How somebody came to a site, and when. */
export interface PastVisit {
  id: string;
  who: string;
  at: Date;
  visit: Visit;
}

/** Which flow somebody meets. */
export interface MetFlow {
  cue: string;
  flow: string | null;
  unfinished: Unfinished;
}

/** A flow that is live, as far as others name parts of it. */
export interface LiveFlow {
  id: string;
  name: string;
  scenes: Array<{ id: string; title: string }>;
  facts: Fact[];
}

/** A workspace’s rules, as those who follow them need them. */
export interface RuleBook {
  /** Those that are on and lack nothing, in their order. */
  rules: readonly Numbered[];
  names: Names;
  /** Every fact that they may ask about. */
  facts: readonly Fact[];
  factNames: readonly string[];
}

/** A conversation that has been, as rules follow it. */
export interface PastConversation {
  id: string;
  visitor: string;
  startedAt: Date;
  flow: string | null;
  outcome: string | null;
  visit: Visit | null;
  /** What was known when it began. */
  remembered: Facts;
  entries: Entry[];
}

/** How a conversation stands: who has it, by identities, and what its visitor is called. */
export interface StandingNow {
  workspace: string;
  holder: 'flow' | 'waiting' | 'agent' | 'done';
  agent: string | null;
  team: string | null;
  /** Whom it is offered to just now. */
  offered: string | null;
  visitor: string;
  isTest: boolean;
}

/** A page of a site, as it was sent. */
export interface PageFetched {
  url: URL;
  html: string;
  /** The `Content-Security-Policy` fields that it came with. */
  policies: readonly string[];
}

/** Why a page could not be fetched; `about` says more, such as the status. */
export interface PageNotFetched {
  code: 'domain not allowed' | 'page not reached';
  about: string;
}

/** Somebody of the team speaks first to who is on a site without a chat. */
export interface Invitation {
  id: string;
  member: Who;
  text: string;
}

/** An article as it is read without a conversation. */
export interface ReadableArticle extends Pick<KeptArticle, 'question' | 'answer'> {
  id: string;
  /** What stands on the buttons behind it. */
  buttons: readonly string[];
}

/** What a visitor asks, behind what, and where they are. */
export interface AsksThere extends Asker {
  text: string;
  before: readonly string[];
}

/** Something that was said in a conversation, by its visitor or to them. */
export interface SaidBefore {
  by: 'visitor' | 'business';
  text: string;
}

/** What areas do for each other, by what it is. Each is offered by one area; none imports another for it. */
export interface Ports {
  sessions: {
    /** Who a `Cookie` header says that somebody is; undefined when they are not signed in. */
    of(cookies: string | undefined): Promise<SignedIn | undefined>;
    /** By what a session is known among us: not its token, which lets in. */
    nameOf(cookies: string | undefined): string;
  };
  directories: {
    /** At most two seconds old. @throws when there is no such workspace */
    of(workspace: string): Promise<Directory>;
    /** To be called after a change, so that this process sees it at once. */
    forget(workspace: string): void;
    /** Changes what a workspace is set to. */
    change(workspace: string, to: Partial<Omit<WorkspaceSettings, 'id'>>): Promise<void>;
  };
  flows: {
    /** The names of a workspace’s flows, and whether they have an edition that others can go on with. */
    names(workspace: string): Promise<Array<{ id: string; name: string; published: boolean }>>;
    /** The flows that are live, with their scenes and what they know. */
    live(workspace: string): Promise<LiveFlow[]>;
    /** The flows that visitors meet which hand over to teams, and to which, by their names. */
    handingOver(workspace: string): Promise<Array<{ id: string; name: string; teams: string[] }>>;
  };
  editions: {
    /**
     * @param transaction the one that asks, if one does: taking a second connection from the pool while holding a first
     * would let as many callers as there are connections wait for each other
     */
    get(workspace: string, id: string, transaction?: Transaction): Promise<Flow>;
    numberOf(workspace: string, id: string, transaction?: Transaction): Promise<number | null>;
    /** The live edition of the published flow of this name. */
    called(
      workspace: string,
      name: string,
      transaction?: Transaction,
    ): Promise<{ flow: string; edition: string; number: number } | undefined>;
  };
  signIns: {
    /**
     * Who a token says its bearer is.
     * @throws {ProblemError} `token_refused`, with what is wrong with it for whoever makes it
     */
    read(site: Signing, key: string, token: string): Promise<SignedVisitor>;
  };
  comers: {
    /** The visitor of a site whose browser is known by a mark of its pages, as far as something is remembered of them. */
    marked(site: Pick<Site, 'id' | 'workspace'>, mark: string): Promise<{ facts: Facts; isKnown: boolean } | undefined>;
    /** What is remembered of whom a site signs in. */
    signedIn(site: Pick<Site, 'id' | 'workspace'>, id: string): Promise<Facts>;
    /** Those who last opened the chat of a site: how they came. */
    lately(workspace: string, site: string): Promise<PastVisit[]>;
  };
  sites: {
    byKey(key: string): Promise<Site | undefined>;
    all(
      workspace: string,
    ): Promise<Array<{ id: string; name: string; key: string; flow: string | null; tellsPassers: boolean }>>;
    /** Whether a page of this origin may carry its chat. */
    allows(site: Pick<Site, 'domains'>, origin: string): boolean;
    make(
      workspace: string,
      site: { name: string; domains: readonly string[] },
      transaction?: Transaction,
    ): Promise<{ id: string; key: string }>;
    /** How it is spoken on each site. */
    manners(workspace: string): Promise<ReadonlyMap<string, Manner>>;
    /** What a chat on a site asks before it begins. */
    before(site: Pick<Site, 'id' | 'workspace' | 'beforeNumber'>): Promise<BeforeChat>;
    /** The pages on which the chat was seen there, by host and path, the last first. */
    pagesOf(workspace: string, site: string): Promise<string[]>;
    /** The pages on which the chat was seen on any site of a workspace, and every domain of one. */
    ground(workspace: string): Promise<{ pages: string[]; domains: string[] }>;
    /**
     * Fetches a page of the workspace’s sites as a browser would be sent it.
     * @param allowed hosts inside private networks that the workspace allows
     * @param types what it may be, by its media type; a page without it
     */
    page(
      workspace: string,
      address: string,
      allowed: readonly string[],
      types?: RegExp,
    ): Promise<PageFetched | PageNotFetched>;
    /** The names of the sites on which a cue that is on leads into each flow, by the flow’s identity. */
    cued(workspace: string): Promise<ReadonlyMap<string, readonly string[]>>;
    /**
     * Made ready to say which flow somebody meets who opens the chat now; undefined where all meet the site’s own. It reads nothing any
     * more once it is there, so that it may be asked in a transaction.
     */
    meets(site: Site): Promise<((comer: Comer) => MetFlow) | undefined>;
    /** Where a site lives, for links in emails; empty when that is not known. */
    originOf(workspace: string, site: string, transaction?: Transaction): Promise<string>;
    /** Lets these sites’ visitors meet a flow, and no others. */
    switchOn(workspace: string, flow: string, sites: readonly string[], transaction: Transaction): Promise<void>;
  };
  questions: {
    /**
     * What may be said to a visitor who asks this, the best first; undefined where nothing could be said to anybody.
     * @param from what it is answered from
     * @param thread what was said before it, for who answers outside
     */
    found(
      workspace: string,
      asks: AsksThere,
      from: AnsweredFrom,
      thread: () => Promise<SaidBefore[]>,
    ): Promise<FoundForReply | undefined>;
    /** The questions that are listed for a visitor, in their order. */
    listed(workspace: string, asker: Asker): Promise<Array<{ id: string; question: string }>>;
    /** What a visitor may read of what is listed, by its identity, or of what they search for: the nearest first, few of them. */
    readable(workspace: string, asker: Asker, reads: { id: string } | { text: string }): Promise<ReadableArticle[]>;
    /** Where a button behind an answer leads, by what stands on it; undefined where there is none like that for them. */
    startBehind(workspace: string, asker: Asker, button: { id: string; label: string }): Promise<FlowStart | undefined>;
  };
  outside: {
    /**
     * Asks a service of the workspace’s something, as JSON, once.
     * @param seconds so long at most
     * @returns its answer, or why there is none, as the end of a sentence for the team
     */
    ask(
      workspace: string,
      asks: { url: string; body: unknown; seconds: number },
    ): Promise<{ answer: unknown } | { failed: string }>;
  };
  products: {
    /** The things for sale, as visitors may be told of them now. @param number as the workspace has it */
    of(workspace: string, number: number): Promise<ReadonlyMap<string, Product>>;
  };
  passers: {
    /** Who is on a site now without a chat. */
    there(workspace: string, site: string): Promise<PastVisit[]>;
    /** What somebody of the team has to say to the visitor whose tab that is, if anything. */
    invitation(site: Pick<Site, 'id' | 'workspace'>, passer: string): Promise<Invitation | undefined>;
    /** It is said, in this conversation. @returns false when it was said already */
    met(workspace: string, id: string, conversation: string, transaction: Transaction): Promise<boolean>;
  };
  boarding: {
    issue(siteKey: string): string;
    read(pass: string): { siteKey: string; late: boolean } | undefined;
  };
  trials: {
    issue(trial: Trial): string;
    /** Who is to be played; undefined when the pass is not genuine, or too old. */
    read(pass: string): Trial | undefined;
  };
  visitors: {
    /** The visitor whom a browser says it is, when its secret is right and it belongs to this site. */
    known(site: Pick<Site, 'id' | 'workspace'>, pass: VisitorPass): Promise<Visitor | undefined>;
    /** What is kept of a visitor, held until the transaction is over. */
    held(visitor: Visitor, transaction: Transaction): Promise<{ person: string | null; facts: Facts }>;
    keep(visitor: Visitor, is: { person: string | null; facts: Facts }, transaction: Transaction): Promise<void>;
    /** When a visitor came first, and as whom; undefined when there is no such visitor. */
    met(
      workspace: string,
      visitor: string,
      transaction?: Transaction,
    ): Promise<{ person: string | null; firstSeen: Date } | undefined>;
    /** The visitors that a person came as. */
    of(workspace: string, person: string, transaction?: Transaction): Promise<string[]>;
    /** Holds them until the transaction is over: none of them comes, or begins anything, meanwhile. */
    hold(workspace: string, visitors: readonly string[], transaction: Transaction): Promise<void>;
  };
  record: {
    /**
     * Takes away all that is kept of a visitor, who asks for it; of the person behind them as well, when that is known from
     * them alone. @returns how many conversations there were
     */
    eraseVisitor(workspace: string, visitor: string): Promise<number>;
  };
  rules: {
    /** At most two seconds old. */
    of(workspace: string): Promise<RuleBook>;
  };
  conversations: {
    /** Those of the last 30 days, the newest first, a page of them behind one; or one alone. */
    past(workspace: string, which: { before: string | undefined } | { id: string }): Promise<PastConversation[]>;
    /** Has rules look again at those for which something is to come, as rules are others now. */
    lookAgain(workspace: string): Promise<void>;
    /**
     * Takes what a visitor wrote by email, once for each identity that it is given.
     * @throws {ProblemError} `not_found` when there is no such conversation, or its visitor is let in no more
     */
    mailed(
      place: { workspace: string; conversation: string },
      letter: { clientId: string; text: string },
    ): Promise<void>;
    /** Whose conversation it is; undefined when there is none like that. */
    visitorOf(workspace: string, id: string): Promise<Visitor | undefined>;
    /** How these stand, as the transaction sees it where there is one; what is gone is not among them. */
    standings(ids: readonly string[], transaction?: Transaction): Promise<ReadonlyMap<string, StandingNow>>;
    /** All that conditions may ask about one, and by which names formulas read it; undefined when it is gone. */
    known(
      workspace: string,
      id: string,
      transaction?: Transaction,
    ): Promise<{ values: Facts; names: readonly string[] } | undefined>;
    /** What its visitor saw of one, line by line. */
    transcript(workspace: string, id: string): Promise<string[]>;
    /** What people of the team answered after an entry, until the visitor wrote again. */
    answeredAfter(workspace: string, id: string, number: number): Promise<string[]>;
    /** Tells a conversation what happened, and everybody concerned what came of it. */
    happen: Teller;
    /** How many conversations each of these members has now. */
    held(workspace: string, members: readonly string[]): Promise<ReadonlyMap<string, number>>;
    /** How many visitors wait for somebody of a team. */
    waitingFor(workspace: string, team: string): Promise<number>;
    /** How many conversations have each tag, by its identity. */
    tagged(workspace: string): Promise<ReadonlyMap<string, number>>;
    /** The conversations of visitors, the oldest first. */
    of(workspace: string, visitors: readonly string[], most: number, transaction?: Transaction): Promise<string[]>;
  };
  recordings: {
    /** The last 30 days’ conversations that a flow led by itself, as a replay needs them, page by page. */
    of(workspace: string, flow: string, after?: string): Promise<RecordedPage>;
  };
  files: {
    /** A file that this visitor sent before. */
    given(visitor: Visitor, id: string): Promise<FileGiven>;
    /** Those of these that a member uploaded for this visitor. */
    uploaded(visitor: Visitor, member: string, ids: readonly string[]): Promise<FileGiven[]>;
  };
  pictures: {
    /** Keeps a picture. @returns its address @throws `wrong_picture` */
    add(workspace: string, content: Buffer): Promise<string>;
    /** A picture for anyone who has its identity, or its address. */
    of(id: string): Promise<{ type: string; content: Buffer } | undefined>;
    at(address: string): Promise<{ type: string; content: Buffer } | undefined>;
    /** Those of these addresses at which the workspace has none. */
    missing(workspace: string, addresses: readonly string[]): Promise<string[]>;
  };
  post: {
    /**
     * Writes to somebody in the workspace’s name, at once: a line each paragraph, of which a link is one by itself.
     * @returns whether the mail server took it, and if not, why
     */
    write(
      workspace: string,
      letter: { to: string; subject: string; says: readonly string[] },
    ): Promise<{ sent: boolean; why?: string }>;
  };
  serviceKeys: {
    of(workspace: string): Promise<ServiceKey[]>;
    /** Keeps a key, in the place of the one that the host had. */
    keep(workspace: string, key: NewServiceKey): Promise<void>;
    forget(workspace: string, host: string): Promise<void>;
    /** What a host is sent so that it answers: the header of its key, or nothing. @throws when it cannot be read */
    headersFor(workspace: string, host: string): Promise<Record<string, string>>;
  };
  figures: {
    /** How many conversations began with each flow in the last 28 days. */
    byFlow(workspace: string): Promise<ReadonlyMap<string, number>>;
    /** How many began in each hour from the first instant on, up to the second. */
    byHour(workspace: string, from: Date, to: Date): Promise<number[]>;
    /** How many began on each edition of a flow, ever. */
    byEdition(workspace: string, flow: string): Promise<ReadonlyMap<string, number>>;
    /** How many of the last 28 days’ conversations came to each scene of a flow. */
    reach(workspace: string, flow: string): Promise<Record<string, number>>;
    /** How many of them went from scene to scene. */
    ways(workspace: string, flow: string): Promise<Array<{ from: string; to: string; conversations: number }>>;
  };
}
