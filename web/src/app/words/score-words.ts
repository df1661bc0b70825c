import { inLanguage, plural, type Value } from '@nuvrah/core';

/** Words of the breath score. */
export const scoreWords = inLanguage({
  compared: {
    differs: (passage: Value) => `${passage}: differs`,
    notThere: 'not in it',
    found: (passages: number) =>
      passages === 0
        ? 'Every passage is the same.'
        : `${plural(passages, 'passage differs', 'passages differ')}.`,
  },
  scoreRow: {
    differs: (passage: Value) => `${passage}, differs`,
  },
  breathScore: {
    zoom: 'Zoom',
    shown: 'What is shown',
    session: 'Session',
    passage: 'Passage',
    rounds: 'Rounds',
    zoomOut: 'Zoom out',
    zoomIn: 'Zoom in',
    legend: 'Legend',
    scoreLabel: 'Breath score. Left and right arrow walk the phases.',
    scoreEdited:
      'Breath score. Left and right arrow walk the phases; up, down or a number change the counts; Enter opens what else can be done.',
    drawn: (before: Value, now: Value, seconds: Value, scope: Value) =>
      `${before} → ${now} counts · ${seconds} s · ${scope}`,
    draw: (scope: Value) => `drag: ${scope}`,
    drawLength: (dosage: Value) => `drag: ${dosage}`,
    stops: {
      sustainable: 'sustainable',
      measured: 'measured',
      'far-over': '1½ × measured',
      unmeasured: 'never measured',
    },
    swapSide: (side: Value) => `Begins on the ${side}: begin on the other side`,
  },
  scoreStaff: {
    left: 'Left',
    right: 'Right',
    mouth: 'Mouth',
    counts: 'counts',
  },
  announce: {
    set: 'Set',
    round: 'Round',
    from: (time: Value) => `from ${time}`,
  },
  engrave: {
    handUp: 'hand up',
    oneFreeBreath: 'one free breath',
    handDownBreath: 'hand down, one breath through both',
    handDown: 'hand down',
    naturalBreath: 'natural breath',
    naturalBreathUntilQuiet: 'natural breath until quiet',
    untilQuiet: 'until quiet',
    theSameAtOnes: 'the same at one’s own pace',
    ownPace: 'own pace',
    letGo: 'let go',
    changeOfSeat: 'change of seat',
    theLastMinute: 'the last minute',
    lastMin: 'last min',
    lastRound: 'last round',
    min: (rate: Value) => `${rate}/min`,
    secondsAtMost: (seconds: Value, seconds2: Value) => `${seconds} s, at most ${seconds2}`,
    set: 'Set',
    round: 'Round',
  },
  scoreLegend: {
    inhaleLegend: 'inhale: opens; above the left nostril, below the right, across both through both',
    exhaleCloses: 'exhale: closes',
    throughTheMouthThin: 'through the mouth: thin, between the nostrils',
    holdWithFullLungs: 'hold with full lungs: a full bar',
    holdWithEmptyLungs: 'hold with empty lungs: a hollow bar',
    openHoldNoEnd: 'open hold: no end, with its expected length and its cap',
    locksAsLongAs: 'locks, as long as they are on: C chin, A abdominal, R root',
    partsLegend: 'a breath in parts; bars between them are pauses',
    strokesWithTheirNumber: 'strokes with their number and rate; a longer tooth for each tenth',
    humWavyEdges: 'hum: wavy edges',
    dottedLineThroatSound: 'dotted line: throat sound',
    plainFieldTheSame: 'plain field: the same at one’s own pace',
    dottedFieldHandUp: 'dotted field: hand up or down, rest, natural breath',
  },
});
