import type { Sowing } from '@chill/model/container.ts';
import type { Nursery } from '@chill/model/nursery.ts';
import type { Place } from '@chill/model/place.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import type { Medium, Stage, StageKind } from '@chill/model/stage.ts';
import type { Loss, Unmeasured } from '../chill/account.ts';
import type { Credit } from '../chill/requirement.ts';
import type { LearnedRot } from '../rot/learned.ts';
import type { SteadyTreatment, TakeOut, TakeOutCurve } from '../takeOut/takeOut.ts';
import type { YearOfDays } from '../winter/climate.ts';

/** What seed brings into a stage from all that went before. */
export interface BroughtIn {
  /** What counts already towards what the stage earns. */
  credit: Credit;
  /** True where it goes on with an earlier cold: it is there for those that the earlier one left. */
  goesOn: boolean;
  /** The day on which its medium was last fresh: its first, unless it goes on in the same sand or pot. */
  fresh: PlainDate;
  /** True where it was bathed in peroxide or bleach before: it then rots more slowly. */
  bathed: boolean;
}

/** A stage with everything about it worked out: as it is planned, as it goes, or as it went. */
export interface FollowedStage {
  kind: StageKind;
  medium?: Medium;
  start: PlainDate;
  end: PlainDate;
  temperature_C: number;
  /** Half the swing of the place's days around that, °C, where it was measured. */
  halfSwing_C?: number;
  place?: Place;
  /** How it is sown, where it is. */
  sowing?: Sowing;
  /** Whether it has light where the seed sprouts, as far as somebody said. */
  light?: Place['light'];
  /** Whole days that are best, or that it has or had. */
  days: number;
  /** Where a curve decides the days: the best day and its window, days from the start of the stage. */
  takeOut?: TakeOut;
  curve?: TakeOutCurve;
  /** What made the curve, so that it can be followed day by day later. */
  treatment?: SteadyTreatment;
  /** Share of the seeds entering that are released by it, and that are not lost in it from now on. */
  released: number;
  survives: number;
  /** Rot hazard added up in it from now on, where it rots. */
  exposure?: number;
  /** How surely the rot's multiplier is known there; the prior's where nothing was learned. */
  rotShape?: number;
  /** Outdoors: degree-days that each day brings for sprouting there. */
  degrees?: (day: number) => number;
  /** What single years would free, each as likely, where the weather decides. */
  releasedByYears?: Float64Array;
  /** Effective days that it has come to by its end, with those that the seed brought. */
  earned?: number;
  /** Freezer turns: the days of cold that they count for. */
  turned_days?: number;
  /** What has been measured and found in it so far, where it has begun and frees anything by waiting. */
  account?: TreatmentForecast;
}

/** What surrounds every stage of a batch alike. */
export interface Surroundings {
  species: Species;
  /** The year outdoors; without it a winter frees nothing. */
  year?: YearOfDays | undefined;
  /** The nursery whose single winters are weighed; without it the mean year stands for all of them. */
  winters?: Pick<Nursery, 'climate' | 'latitude_deg' | 'lastFrost'> | undefined;
  /** The nursery's own multipliers on rot, by medium. */
  rot?: LearnedRot | undefined;
}

/** How a stage given: from when, where, and for how long, where that is settled. */
export interface StageGiven
  extends Pick<FollowedStage, 'kind' | 'medium' | 'start' | 'temperature_C' | 'halfSwing_C' | 'place' | 'light' | 'sowing' | 'degrees'> {
  /** Days that it has, where they are settled. */
  days?: number | undefined;
  /** Days that its method asks for, where it does. */
  asked?: Stage['days'];
  /** Whether the seeds are to sprout in it. */
  sprouts: boolean;
}

/** The account of a treatment that is under way or was the last one done. */
export interface TreatmentForecast {
  stage: number;
  since: PlainDate;
  /** Days in it so far, and effective days earned in them (with any credit). */
  days: number;
  earned: number;
  /** Effective days that the plan asks for. */
  wanted: number;
  /** Days counted only in part because it was found dry. */
  uncertain_days: number;
  /** Effective days that the planned temperature would have earned by now, beyond what was earned, by their reasons. */
  losses: Loss[];
  /** For each day so far, the share of it that was measured; the rest is nominal. */
  measured: number[];
  /** The stretches that were not, and what the place's own figure stood for in them. */
  unmeasured: Unmeasured[];
  /** What the place is expected to hold from now on, °C, and whether its readings say so. */
  expected_C: number;
  expectedMeasured: boolean;
  /** Effective days, with any credit, by which 10, 50 and 95 in 100 of those that need it are released. */
  needs: { tenth: number; half: number; nearlyAll: number };
  releasedNow: number;
  releasedAtBest: number;
  /** Share released by the day it was or is to be taken out. */
  releasedFinally: number;
  /** Rot hazard added up from now to that day, in the middle of what is believed. */
  rotAhead: number;
  /** Share that had what it needed of the treatments before this one: for the rest, this one does not count. 1 where there was none. */
  releasedBefore: number;
  /**
   * The best day by what was measured and found; earlier by as much as the plan cut it short on purpose, though never before its window
   * (science: the day that is due is t* of what has been measured).
   */
  takeOutOn: PlainDate;
  /** How many days later than planned that is, from what was found; negative for earlier. */
  shifted_days: number;
  best: PlainDate;
  window: { from: PlainDate; to: PlainDate };
  curve: TakeOutCurve;
  /** What makes the curve; absent for a winter outdoors, which the months make. */
  treatment?: SteadyTreatment;
  /** Its best day and window in days since it began. */
  takeOut: TakeOut;
  /** Change in yield, seeds in 100 viable ones, if left a week longer than today (or than the day it is due out). */
  aWeekMore: number;
  /** True where it lies in a place in which it earns next to nothing: what is to come is told as if it were moved back today. */
  stalled: boolean;
  /** The day on which the first root shows in the cold, half of the time; and the days between which it does so 8 times in 10. */
  firstRoot?: PlainDate;
  firstRootRange?: { from: PlainDate; to: PlainDate };
}
