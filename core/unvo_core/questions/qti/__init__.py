"""Questions as items of QTI 3.0 (1EdTech, Question and Test Interoperability 3.0), written and read."""
