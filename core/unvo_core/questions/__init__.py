"""Questions whose numbers change from student to student: drawing them, proving them, judging what is answered."""
