from apps.questions.models.bank import Bank, BankQuestion, QuestionEdition, TaughtIn

__all__ = ["Bank", "BankQuestion", "QuestionEdition", "TaughtIn"]
