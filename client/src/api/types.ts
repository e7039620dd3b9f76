import type { components } from './schema';

type S = components['schemas'];
export type VisitView = S['VisitView'];
export type Plan = S['Plan'];
export type PlanStep = S['PlanStep'];
export type StepChartView = S['StepChartView'];
export type PrintMark = S['PrintMark'];
export type ContactPrint = S['ContactPrint'];
export type RestShape = S['RestShape'];
export type PlanSection = S['PlanSection'];
export type PlanEdit = S['PlanEdit'];
export type StepChange = S['StepChange'];
export type CourseTerms = S['CourseTerms'];
export type CourseView = S['CourseView'];
export type SchoolView = S['SchoolView'];
export type QuestionEffect = S['QuestionEffect'];
export type OwnWayDraft = S['OwnWayDraft'];
export type TaughtLine = S['TaughtLine'];
export type LikeLine = S['LikeLine'];
export type ExpandedStep = S['ExpandedStep'];
export type Expansion = S['Expansion'];
export type Finding = S['Finding'];
export type Swap = S['Swap'];
export type FactEntry = S['FactEntry'];
export type FactSaid = S['FactSaid'];
export type MayAnswer = S['MayAnswer'];
export type FindingCard = S['FindingCard'];
export type WayOut = S['WayOut'];
export type TrendShown = S['TrendShown'];
export type Booking = S['Booking'];
export type DueLine = S['DueLine'];
export type Seam = S['Seam'];
export type StepDeparture = S['StepDeparture'];
export type PlaceLimit = S['PlaceLimit'];
export type FactDefinition = S['FactDefinition'];
export type ConsentPlace = S['ConsentPlace'];
export type MissingFact = S['MissingFact'];
export type AskCard = S['CardShown'];
export type WordFound = S['WordFound'];
export type InterviewView = S['InterviewView'];
export type InterviewAnswer = S['InterviewAnswer'];
export type IntakeLine = S['IntakeLine'];
export type PhonePage = S['PhonePage'];
export type Letter = S['Letter'];
export type LetterEdits = S['LetterEdits'];
export type Rule = S['Rule'];
export type RuleLine = S['RuleLine'];
export type OwnRuleRequest = S['OwnRuleRequest'];
export type RescreenState = S['RescreenState'];
export type Lamp = S['Lamp'];
export type Vocabulary = S['Vocabulary'];
export type Me = S['Me'];
export type Day = S['Day'];
export type DayVisit = S['DayVisit'];
export type GiveEvent = S['NotedEvent'];
export type NotedResponse = S['NotedResponse'];
export type EventAnswer = S['EventAnswer'];
/** What happens while giving; an amendment has an address of its own. */
export type GiveEventKind =
  | 'start'
  | 'next'
  | 'back'
  | 'again'
  | 'pause'
  | 'resume'
  | 'stay'
  | 'deeper'
  | 'lighter'
  | 'breath'
  | 'out-by'
  | 'happened'
  | 'happened-more'
  | 'followed-up'
  | 'response'
  | 'annotate'
  | 'go-on'
  | 'finish';
export type LevelReach = S['LevelReach'];
export type Counting = S['Counting'];
export type Happening = S['Happening'];
export type Happened = S['Happened'];
export type EndOffer = S['EndOffer'];
export type GiveView = S['GiveView'];
export type SessionView = S['SessionView'];
export type GivenStep = S['GivenStep'];
export type Change = S['Change'];
export type Rating = S['Rating'];
export type Measure = S['Measure'];
export type ResponseKind = S['ResponseKind'];
export type VisitNote = S['VisitNote'];
export type LibraryFlow = S['LibraryView'];
export type BodyForm = Required<S['BodyForm']>;
export type ClientHistory = S['ClientHistory'];
export type Trend = S['Trend'];
export type FitView = S['FitView'];
export type Outcome = S['Outcome'];
export type OrderFinding = S['OrderFinding'];
export type ReviewResult = S['ReviewResult'];
export type LibraryCard = S['LibraryCard'];
export type FlowGuide = S['FlowGuide'];
export type LibraryView = S['LibraryView'];
export type PlanSource = S['PlanSource'];
export type ProposalView = S['ProposalView'];
export type HelpedAim = S['HelpedAim'];
export type WantedAim = S['WantedAim'];
export type CompareRow = S['CompareRow'];
export type DoseRow = S['DoseRow'];
export type PressureView = S['PressureView'];
export type PressureFrame = S['PressureFrame'];
export type Setting = S['Setting'];
export type Bookable = S['Bookable'];
export type PractitionerLoad = S['PractitionerLoad'];
export type LoadLimits = S['LoadLimits'];
export type OwnBodyView = S['OwnBodyView'];
export type BenchDrill = S['BenchDrill'];
export type DrillTarget = S['DrillTarget'];
export type DrillScore = S['DrillScore'];
export type DrillRunLine = S['DrillRunLine'];
export type DrillRunView = S['DrillRunView'];
export type Stage = 'arrive' | 'screen' | 'plan' | 'give' | 'reflect';
export const stages: Stage[] = ['arrive', 'screen', 'plan', 'give', 'reflect'];
export type FigureView = S['FigureView'];
export type ChartView = S['ChartView'];
export type ChartLayers = S['ChartLayers'];
export type SpotShape = S['SpotShape'];
export type AreaShape = S['AreaShape'];
export type AtlasIndex = S['AtlasIndex'];
export type PointPage = S['PointPage'];
export type PlaceJudged = S['PlaceJudged'];
export type PlaceAsked = S['PlaceAsked'];
export type WayOff = S['WayOff'];
export type FromLandmark = S['FromLandmark'];
export type Hit = S['Hit'];
export type MeasuringView = S['MeasuringView'];
export type OwnAccessView = S['OwnAccessView'];
export type PeopleView = S['PeopleView'];
export type Person = S['Person'];
export type PlaceFound = S['PlaceFound'];
export type MeasureHelped = S['MeasureHelped'];
export type Helping = S['Helping'];
export type LimitsNow = S['LimitsNow'];
export type NotedEvent = S['NotedEvent'];
export type PastVisit = S['PastVisit'];
export type LastTime = S['LastTime'];
