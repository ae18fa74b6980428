export { forecastUse, type ChannelForecast, type UseForecast } from './forecastUse';
export { scoreForecasts, type Score, type ScoredInterval } from './scoreForecasts';
export { whatWasLearnt, type KindRatio, type Learnt } from './whatWasLearnt';
export { pooledRatios, type PooledRatio } from './pooledRatios';
