package earnest.checks;

/** A check is open until it ends in one of the outcomes of the assurance. */
enum CheckState {
    OPEN,
    PASSED,
    FAILED,
    DENIED,
    UNANSWERED
}
