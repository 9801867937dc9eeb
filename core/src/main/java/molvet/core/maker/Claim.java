package molvet.core.maker;

import java.util.Optional;
import molvet.core.pigment.Grade;
import molvet.core.pigment.Trait;

/**
 * What a label says of one trait: as written, and on our scale where the maker's scale or the words themselves tell.
 */
public record Claim(Trait trait, String asWritten, Optional<Grade> grade) {}
