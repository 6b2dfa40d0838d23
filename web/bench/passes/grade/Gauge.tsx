import { ContrastGauge } from '../../gauges/ContrastGauge';

export const Gauge = ContrastGauge;
