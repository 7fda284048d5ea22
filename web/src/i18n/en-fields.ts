/** What the fields of a schedule are called, in its form and in its history. */
export const SCHEDULE_FIELDS = {
  first_day: "First day",
  last_day: "Last day",
  first_week_number: "Number of the first week",
  week_start: "Weeks begin on",
  zone: "Time zone",
  default_due_time: "Usual due time",
  credits: "Credits",
  turnaround_days: "Work comes back within, in days",
  answer_days: "Questions are answered within, in days",
  date_order: "How dates in figures are read",
};
