package juiceswap.web.upkeep;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.household.Household;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Generator;
import juiceswap.core.supply.ParallelGenerators;
import juiceswap.core.supply.Rating;
import juiceswap.core.supply.Source;
import juiceswap.core.upkeep.Lending;
import juiceswap.core.upkeep.Lending.Answer;
import juiceswap.core.upkeep.Lending.Which;
import juiceswap.exchange.HouseholdJson;
import juiceswap.exchange.Tree;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.core.io.ClassPathResource;

/** A generator is lent: what is left, and whose neutral is asked about. */
class LendingTest {
    private static final Set<Which> BOTH = EnumSet.allOf(Which.class);

    private Household cottage;
    private Generator small;
    private Generator large;

    @BeforeEach
    void read() throws IOException {
        cottage = HouseholdJson.read(Tree.parse(
                new ClassPathResource("households/saltmarsh-cottage.json").getContentAsString(StandardCharsets.UTF_8)));
        small = floating(2000, 2600);
        large = floating(3000, 3600);
    }

    private Generator floating(double running, double starting) {
        Generator its = cottage.supply().source().generators().get(0);
        return its.change()
                .ratings(List.of(new Rating(its.fuel(), running, starting)))
                .bond(Bond.FLOATING)
                .generator();
    }

    private Household house(Source source) {
        return cottage.withSupply(cottage.supply().withSource(source));
    }

    private static Source atHand(Household house, Set<Which> away) {
        return Lending.atHand(house, away).setup().source();
    }

    @Test
    void theOneThatStaysFeedsTheHouse() {
        Household two = house(new ParallelGenerators(small, large));
        assertThat(atHand(two, Set.of()).runningWatts()).isEqualTo(small.runningWatts() + large.runningWatts());
        assertThat(atHand(two, Set.of(Which.FIRST))).isEqualTo(large);
        assertThat(atHand(two, Set.of(Which.SECOND))).isEqualTo(small);
        // nothing is left, and the page says so: there is no house to plan for
        assertThat(atHand(two, EnumSet.allOf(Which.class)).runningWatts())
                .isEqualTo(small.runningWatts() + large.runningWatts());
        assertThat(atHand(house(large), Set.of(Which.FIRST))).isEqualTo(large);
    }

    @Test
    void eachHasABondOfItsOwn() {
        Household two = house(new ParallelGenerators(small, large));
        Household lent = Lending.withBond(two, Set.of(Which.FIRST), Bond.BONDED);
        assertThat(atHand(lent, Set.of(Which.FIRST)).bond()).isEqualTo(Bond.FLOATING);
        assertThat(atHand(lent, Set.of(Which.SECOND)).bond()).isEqualTo(Bond.BONDED);
        // what is bonded bonds the other by the kit
        assertThat(lent.setup().source().bond()).isEqualTo(Bond.BONDED);
        Household unknown = Lending.withBond(two, Set.of(Which.SECOND), Bond.UNKNOWN);
        assertThat(unknown.setup().source().bond()).isEqualTo(Bond.UNKNOWN);
        assertThat(Lending.withBond(two, Set.of(Which.SECOND), Bond.FLOATING)).isSameAs(two);
        assertThat(Lending.withBond(house(large), Set.of(Which.FIRST), Bond.BONDED)
                        .setup()
                        .source()
                        .bond())
                .isEqualTo(Bond.BONDED);
    }

    @Test
    void itIsAskedOfTheOneThatGoes() {
        Household mixed = house(new ParallelGenerators(small, large.withBond(Bond.BONDED)));
        Lending.requireAnswered(mixed, BOTH, Which.SECOND, null);
        Lending.requireAnswered(mixed, BOTH, Which.FIRST, Answer.FOR_A_HOUSE);
        assertThatThrownBy(() -> Lending.requireAnswered(mixed, BOTH, Which.FIRST, null))
                .isInstanceOf(InvalidInput.class);
        assertThat(mixed.lacksBondAlone()).isTrue();
    }

    /** Measured through the kit, which of the two has the bond is not known: either may be the one without. */
    @Test
    void whatWasKnownOfTwoTogetherIsUnknownOfEach() {
        Household both = house(new ParallelGenerators(small, large)).withBond(Bond.BONDED);
        assertThatThrownBy(() -> Lending.requireAnswered(both, BOTH, Which.FIRST, null))
                .isInstanceOf(InvalidInput.class);
        Household goes = Lending.gone(both, BOTH, Which.FIRST, Answer.BONDED_AGAIN);
        assertThat(atHand(goes, Set.of(Which.FIRST)).bond()).isEqualTo(Bond.UNKNOWN);
        assertThat(atHand(goes, Set.of(Which.SECOND)).bond()).isEqualTo(Bond.BONDED);
        // what is measured of the other by itself stays when that goes too
        Household measured = Lending.withBond(goes, Set.of(Which.SECOND), Bond.FLOATING);
        assertThat(atHand(Lending.gone(measured, BOTH, Which.FIRST, Answer.FOR_A_HOUSE), Set.of(Which.FIRST))
                        .bond())
                .isEqualTo(Bond.FLOATING);
        // while one is away the other is measured by itself
        Lending.requireAnswered(both, Set.of(Which.SECOND), Which.SECOND, null);
        assertThat(Lending.gone(both, Set.of(Which.SECOND), Which.SECOND, Answer.NOTHING_TO_SAY))
                .isSameAs(both);
        // one generator is known by itself
        Household alone = house(large.withBond(Bond.BONDED));
        assertThat(Lending.gone(alone, BOTH, Which.FIRST, Answer.NOTHING_TO_SAY))
                .isSameAs(alone);
    }

    /** The cottage keeps it bonded: there is nothing to ask, until it floats for the house. */
    @Test
    void aGeneratorThatFloatsIsNotLentWithoutItsQuestion() {
        assertThat(cottage.lacksBondAlone()).isFalse();
        Lending.requireAnswered(cottage, BOTH, Which.FIRST, null);
        Household floating = cottage.withBond(Bond.FLOATING);
        assertThat(floating.lacksBondAlone()).isTrue();
        assertThatThrownBy(() -> Lending.requireAnswered(floating, BOTH, Which.FIRST, null))
                .hasMessageContaining("/bond");
        assertThatThrownBy(() -> Lending.requireAnswered(floating, BOTH, Which.FIRST, Answer.NOTHING_TO_SAY))
                .hasMessageContaining("/bond");
        Lending.requireAnswered(floating, BOTH, Which.FIRST, Answer.FOR_A_HOUSE);
        assertThat(cottage.withBond(Bond.UNKNOWN).lacksBondAlone()).isTrue();
    }
}
