"""Questions put as a quiz: which are drawn, how long there is, what a try costs, what is shown when."""
