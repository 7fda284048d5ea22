/** Beginning a course, and its end. */
export default {
  begin: {
    title: "A new course",
    line: "A name, its time, and how its modules run. All of it can be changed later; students come in when you open the course.",
    mayNot:
      "Courses are made by those whom an administrator lets make them. Ask one, or let an instructor add you to theirs.",
    newCourse: "New course",
    code: "Code",
    name: "Title",
    from: "Start from",
    fromNothing: "nothing",
    copied:
      "Its layout, texts, files, conditions and weights are copied, without people and their work. Then you say when it runs, and look at every date before it moves.",
    when: "When it runs",
    span: "{from} to {to}",
    ownDates: "dates of its own",
    noDates: "without dates, each at their own pace",
    termName: "Term",
    meets: "It meets",
    weeks: "Weeks of the term",
    classDays: "no class | one class day | {n} class days",
    run: "How its modules run",
    runs: {
      weeks: "one for each week",
      units: "units, spread over the term",
      days: "one for each day with class",
      none: "not yet: a rhythm or a table makes them",
    },
    count: "How many",
    make: "Make the course",
    makes: "No modules yet. | With one module, as a draft. | With {n} modules, as drafts.",
    fill: "What goes into it first?",
    fillLine: "The course is made. Students don't see it yet, and nothing here is final.",
    ways: { rhythm: "A rhythm", paste: "A table that you have", hand: "Item by item" },
    wayLines: {
      rhythm: "Say once what every week brings, look at the whole term, and stamp it.",
      paste:
        "Paste your schedule from a spreadsheet or syllabus: topics, readings and dues, a row a week or class.",
      hand: "Begin on the sheet, and add what comes to mind.",
    },
    toFirst: "To the first sheet",
  },
  course: {
    rename: "Rename",
    field: { title: "Title", code: "Code" },
    address: "Its address stays {address}, so links that are out in the world keep working.",
    dates: "Dates",
    datesLine:
      "Without dates everyone goes at their own pace. Weeks and rules are kept: with a new term in Schedule, all of it stands again.",
    drop: "Take the dates away",
    dropped: "The course has no dates now.",
    archive: "Archive",
    isArchived: "In the archive",
    archiveLine:
      "An archived course can be read, and graded to the end. Nothing is handed in or laid out, and it is on nobody's Today or desk.",
    archivedLine:
      "This course is in the archive: it can be read, and nothing is handed in or laid out any more.",
    toArchive: "Put into the archive",
    takeOut: "Take out of the archive",
    archived: "The course is in the archive.",
    takenOut: "The course goes on.",
    remove: "Remove",
    removeLine: "Nobody finds it any more. Everything in it is kept, and an administrator can bring it back.",
    toRemove: "Remove the course",
    removeAsk: "Remove this course?",
    removeSure:
      "No student is in it. An administrator can bring it back with all that is in it. | One student loses it from their list at once. An administrator can bring it back with all that is in it. | {n} students lose it from their lists at once. An administrator can bring it back with all that is in it.",
    removed: "{title} is removed. An administrator can bring it back.",
  },
};
