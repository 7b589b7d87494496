export { capacitorWords, findingWords, holdsLicence, LICENCE_NAMES, mayDo, MOST_CREW_LISTED, type CrewMember } from './crew';
