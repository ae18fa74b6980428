export {
  decodeIpp,
  encodeIpp,
  IPP_GROUP,
  IPP_TAG,
  MAX_IPP_BYTES,
  MAX_JOBS_BYTES,
  type IppAttribute,
  type IppGroup,
  type IppMessage,
  type IppProblem,
  type IppValue,
} from './codec';
export { ippRequest } from './ippRequest';
export {
  guessMarkerMap,
  MARKER_ATTRIBUTES,
  markersOf,
  markersRequest,
  type Marker,
  type MarkerReport,
} from './markers';
export { changedReadings } from './changedReadings';
