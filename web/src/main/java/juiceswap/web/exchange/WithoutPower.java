package juiceswap.web.exchange;

import java.util.List;

/**
 * A need that is met without electricity in an outage.
 *
 * @param how wood-heat, gas-heat, match-lit-burner, cold-outdoors, stored-water or lamps
 * @param circuits circuits that therefore stay off
 */
public record WithoutPower(String how, List<String> circuits, String note) {}
