import { ChartCard } from '../../../ui/chart-card.tsx';
import { actView } from './view.ts';

export const chart = actView({ act: 'chart', Shown: ({ act }) => <ChartCard chart={act} /> });
