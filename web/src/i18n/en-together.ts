/** Texts of work that a group does. */
export default {
  second: {
    line: "Two of you score this, and neither sees what the other gave before both have.",
    yours: "Your points, of {possible}",
    keep: "Keep and next",
    kept: "Kept {at}. It waits for the other of you.",
    marked: "yours is in",
    both: "What each of you gave",
    gave: "{by}: {raw}",
    apart:
      "You are more than a tenth of the points apart. Look at it together; either of you gives the score.",
    settle: "Settle it",
    score: "The score, of {possible}",
    comment: "Comment to the student",
  },
  together: {
    setting: "Done in groups: one hands in for all of the group",
    which: "Which groups? With none ticked, all groups of the course.",
    nobody: "The course has no groups yet. Make them on the roster; until then everybody hands in alone.",
    yours: "You hand this in together: {group}",
    hint: "What one of you writes or adds, all of you see. One of you hands it in for all, and each gets a receipt.",
    alone:
      "This is done in groups, and you are in none of them: you hand in for yourself alone. Ask your instructor if that is wrong.",
    saved: "saved {at} by {name}",
    elsewhere: "{name} wrote in it meanwhile:",
    aside: "What you began alone",
    asideHint: "Your group goes on with another draft. Take from here what you need.",
    files: "Files: {names}",
    confirm: "For all of {group}: {people}",
    handedBy: "handed in for {group} by {name}",
    all: "For {people} too ({group})",
    has: "{name} has {score}",
    apart: "Left as it was, given to them alone: {list}",
    receiptFor: "For",
    receiptBy: "Handed in by",
    inGroup: "in {group}",
  },
};
