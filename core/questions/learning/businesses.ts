import bank from './sets/bank.json' with { type: 'json' };
import college from './sets/college.json' with { type: 'json' };
import council from './sets/council.json' with { type: 'json' };
import fashion from './sets/fashion.json' with { type: 'json' };
import garage from './sets/garage.json' with { type: 'json' };
import gym from './sets/gym.json' with { type: 'json' };
import hosting from './sets/hosting.json' with { type: 'json' };
import hotel from './sets/hotel.json' with { type: 'json' };
import insurance from './sets/insurance.json' with { type: 'json' };
import lettings from './sets/lettings.json' with { type: 'json' };
import railway from './sets/railway.json' with { type: 'json' };
import telecom from './sets/telecom.json' with { type: 'json' };
import theatre from './sets/theatre.json' with { type: 'json' };
import vet from './sets/vet.json' with { type: 'json' };

/** Made-up businesses, each with what it answers, what it is asked, and what it is asked that it does not answer. */
export const businesses = [
  bank,
  college,
  council,
  fashion,
  garage,
  gym,
  hosting,
  hotel,
  insurance,
  lettings,
  railway,
  telecom,
  theatre,
  vet,
];
