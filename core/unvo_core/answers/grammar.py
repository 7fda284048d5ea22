"""The grammar of a maths answer, for Lark's LALR parser.

Sums of products of powers: a sign binds less than a power, a product may leave its sign out before a name, a function
or a bracket, never before a number.
"""

GRAMMAR = r"""
start: sum

?sum: product
    | sum PLUS product      -> binary
    | sum MINUS product     -> binary
?product: signed
    | product TIMES signed  -> binary
    | product DIVIDE signed -> binary
    | product factor        -> implied
?signed: power
    | MINUS signed          -> negative
    | PLUS signed           -> positive
?power: postfix
    | postfix POWER signed  -> binary
?factor: factor_postfix
    | factor_postfix POWER signed -> binary
?postfix: atom
    | postfix BANG          -> factorial
?factor_postfix: factor_atom
    | factor_postfix BANG   -> factorial
?atom: NUMBER               -> number
    | ANGLE                 -> angle
    | MIXED                 -> mixed
    | factor_atom
?factor_atom: NAME          -> name
    | FUNCTION OPEN arguments CLOSE -> call
    | OPEN sum CLOSE        -> group
    | BAR_OPEN sum BAR_CLOSE -> magnitude
arguments: sum (COMMA sum)*

%declare PLUS MINUS TIMES DIVIDE POWER BANG NUMBER ANGLE MIXED NAME FUNCTION OPEN CLOSE BAR_OPEN BAR_CLOSE COMMA
"""
