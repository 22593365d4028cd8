import { Flow } from '@kineta/core';
import answerThenHandOver from './starters/answer-then-hand-over.json' with { type: 'json' };
import greetByPage from './starters/greet-by-page.json' with { type: 'json' };
import guideToAPage from './starters/guide-to-a-page.json' with { type: 'json' };
import howDidItGo from './starters/how-did-it-go.json' with { type: 'json' };
import offerForAnEmail from './starters/offer-for-an-email.json' with { type: 'json' };
import outOfHours from './starters/out-of-hours.json' with { type: 'json' };
import priceWithAChart from './starters/price-with-a-chart.json' with { type: 'json' };
import qualifyALead from './starters/qualify-a-lead.json' with { type: 'json' };
import statusOfAVisit from './starters/status-of-a-visit.json' with { type: 'json' };
import welcomeBack from './starters/welcome-back.json' with { type: 'json' };

/** A flow to begin with, ready to be made one’s own. */
export interface Starter {
  id: string;
  /** What it is for, in a sentence. */
  purpose: string;
  flow: Flow;
}

const starter = (id: string, purpose: string, content: unknown): Starter => ({
  id,
  purpose,
  flow: Flow.parse(content),
});

/** The flows that a new one may begin from, in the order in which they are offered. */
export const starters: readonly Starter[] = [
  starter('greet-by-page', 'Says something else on each page, and leads on from there', greetByPage),
  starter(
    'qualify-a-lead',
    'Asks a few questions, scores the answers, and fetches Sales for those who are ready',
    qualifyALead,
  ),
  starter(
    'price-with-a-chart',
    'Six questions, a saving worked out and drawn, and the estimate by email',
    priceWithAChart,
  ),
  starter(
    'offer-for-an-email',
    'Offers something worth having for an email address, with a consent asked for by itself',
    offerForAnEmail,
  ),
  starter(
    'answer-then-hand-over',
    'Answers what people always ask, and fetches a person for the rest',
    answerThenHandOver,
  ),
  starter(
    'out-of-hours',
    'Says honestly when the office is closed, and takes the question for the morning',
    outOfHours,
  ),
  starter('how-did-it-go', 'Asks for a rating; who is unhappy is in good hands at once', howDidItGo),
  starter('status-of-a-visit', 'Looks a visit up in another system by its number', statusOfAVisit),
  starter('guide-to-a-page', 'Shows what there is on cards, and walks the visitor to the right page', guideToAPage),
  starter('welcome-back', 'Meets a returning visitor where they left off, in two wordings', welcomeBack),
];
