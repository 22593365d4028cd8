import { type FlowSummary, flowRoutes } from '@kineta/contract';
import { useNavigate } from 'react-router';
import { useCommandGroup } from '../shell/commands.ts';
import { useRoute } from '../shell/query.ts';

function Offered({ flows }: { flows: readonly FlowSummary[] }) {
  const navigate = useNavigate();
  useCommandGroup('Flows', () => flows.map(({ id, name }) => ({ name, run: () => void navigate(`/flows/${id}`) })));
  return null;
}

/** Offers every flow by its name in the command menu. */
export default function FlowsByName() {
  const { data } = useRoute(flowRoutes.list, {});
  return data ? <Offered flows={data.flows} /> : null;
}
