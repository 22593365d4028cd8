import { Flow, RunThrough } from '@kineta/core';
import { z } from 'zod';
import answerThenHandOver from './starters/answer-then-hand-over.json' with { type: 'json' };
import greetByPage from './starters/greet-by-page.json' with { type: 'json' };
import guideToAPage from './starters/guide-to-a-page.json' with { type: 'json' };
import howDidItGo from './starters/how-did-it-go.json' with { type: 'json' };
import offerForAnEmail from './starters/offer-for-an-email.json' with { type: 'json' };
import outOfHours from './starters/out-of-hours.json' with { type: 'json' };
import priceWithAChart from './starters/price-with-a-chart.json' with { type: 'json' };
import qualifyALead from './starters/qualify-a-lead.json' with { type: 'json' };
import answerThenHandOverRuns from './starters/runs/answer-then-hand-over.json' with { type: 'json' };
import greetByPageRuns from './starters/runs/greet-by-page.json' with { type: 'json' };
import guideToAPageRuns from './starters/runs/guide-to-a-page.json' with { type: 'json' };
import howDidItGoRuns from './starters/runs/how-did-it-go.json' with { type: 'json' };
import offerForAnEmailRuns from './starters/runs/offer-for-an-email.json' with { type: 'json' };
import outOfHoursRuns from './starters/runs/out-of-hours.json' with { type: 'json' };
import priceWithAChartRuns from './starters/runs/price-with-a-chart.json' with { type: 'json' };
import qualifyALeadRuns from './starters/runs/qualify-a-lead.json' with { type: 'json' };
import statusOfAVisitRuns from './starters/runs/status-of-a-visit.json' with { type: 'json' };
import warmGreetingRuns from './starters/runs/warm-greeting.json' with { type: 'json' };
import welcomeBackRuns from './starters/runs/welcome-back.json' with { type: 'json' };
import whatFitsRuns from './starters/runs/what-fits.json' with { type: 'json' };
import worthHavingRuns from './starters/runs/worth-having.json' with { type: 'json' };
import statusOfAVisit from './starters/status-of-a-visit.json' with { type: 'json' };
import warmGreeting from './starters/warm-greeting.json' with { type: 'json' };
import welcomeBack from './starters/welcome-back.json' with { type: 'json' };
import whatFits from './starters/what-fits.json' with { type: 'json' };
import worthHaving from './starters/worth-having.json' with { type: 'json' };

/** A flow to begin with, ready to be made one’s own. */
export interface Starter {
  id: string;
  /** What it is for, in a sentence. */
  purpose: string;
  flow: Flow;
  /** What it was rehearsed with. */
  runs: RunThrough[];
}

const starter = (id: string, purpose: string, content: unknown, runs: unknown): Starter => ({
  id,
  purpose,
  flow: Flow.parse(content),
  runs: z.array(RunThrough).parse(runs),
});

/** The flows that a new one may begin from, in the order in which they are offered. */
export const starters: readonly Starter[] = [
  starter(
    'warm-greeting',
    'A warm line with three ways on: a question, a person, or just looking. A good first greeting',
    warmGreeting,
    warmGreetingRuns,
  ),
  starter(
    'worth-having',
    'Something worth having for an email address, with a consent asked for by itself. A good first greeting',
    worthHaving,
    worthHavingRuns,
  ),
  starter(
    'what-fits',
    'Two questions about what fits and how soon, then who can help. A good first greeting',
    whatFits,
    whatFitsRuns,
  ),
  starter('greet-by-page', 'Says something else on each page, and leads on from there', greetByPage, greetByPageRuns),
  starter(
    'qualify-a-lead',
    'Asks a few questions, scores the answers, and fetches Sales for those who are ready',
    qualifyALead,
    qualifyALeadRuns,
  ),
  starter(
    'price-with-a-chart',
    'Six questions, a saving worked out and drawn, and the estimate by email',
    priceWithAChart,
    priceWithAChartRuns,
  ),
  starter(
    'offer-for-an-email',
    'Offers something worth having for an email address, with a consent asked for by itself',
    offerForAnEmail,
    offerForAnEmailRuns,
  ),
  starter(
    'answer-then-hand-over',
    'Answers what people always ask, and fetches a person for the rest',
    answerThenHandOver,
    answerThenHandOverRuns,
  ),
  starter(
    'out-of-hours',
    'Says honestly when the office is closed, and takes the question for the morning',
    outOfHours,
    outOfHoursRuns,
  ),
  starter('how-did-it-go', 'Asks for a rating; who is unhappy is in good hands at once', howDidItGo, howDidItGoRuns),
  starter('status-of-a-visit', 'Looks a visit up in another system by its number', statusOfAVisit, statusOfAVisitRuns),
  starter(
    'guide-to-a-page',
    'Shows what there is on cards, and walks the visitor to the right page',
    guideToAPage,
    guideToAPageRuns,
  ),
  starter(
    'welcome-back',
    'Meets a returning visitor where they left off, in two wordings',
    welcomeBack,
    welcomeBackRuns,
  ),
];

/**
 * A starter as a business can use it: what it hands over goes to the team of that name, or to the first that there is where
 * there is none of it. Without any team it stays as it is, and the checks say so.
 */
export function atHome(flow: Flow, teams: readonly string[]): Flow {
  const [first] = teams;
  if (first === undefined) return flow;
  const settled = <S extends object>(step: S): S =>
    'team' in step && typeof step.team === 'string' && !teams.includes(step.team) ? { ...step, team: first } : step;
  return { ...flow, scenes: flow.scenes.map(scene => ({ ...scene, steps: scene.steps.map(settled) })) };
}
