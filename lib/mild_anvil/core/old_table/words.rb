# frozen_string_literal: true

module MildAnvil
  module Core
    module OldTable
      # What the words of old tables mean, as far as it is known; the others are asked about.
      module Words
        COUNTS = {
          "break" => ["break", "broke", "broken", "failed", "failure", "rupture", "gebrochen", "bruch", "rompu", "x"],
          "at_least" => ["at least", "held", "holds", "did not break", "not broken", "no break", "no failure", "runout",
                         "run out", "survived", "stopped", "gehalten", "kein bruch", "tenu", "non rompu"],
          "void" => ["void", "invalid", "bad test", "not valid", "ungültig", "nul", "annulé"]
        }.freeze
        PARTS = {
          "specimen" => ["specimen", "sample", "piece", "prüfling", "probe", "éprouvette"],
          "termination" => ["termination", "end fitting", "eye", "splice", "swage", "endverbindung", "terminaison"],
          "substrate" => ["substrate", "concrete", "wall", "board", "base", "untergrund", "beton", "béton", "support"],
          "other part" => ["other part", "other", "anderes teil", "autre"],
          "connector" => ["connector", "shackle", "pin", "carabiner", "link", "schäkel", "bolzen", "manille",
                          "maillon"],
          "rope" => ["rope", "test rope", "line", "seil", "corde"],
          "jaw" => ["jaw", "jaws", "grip", "clamp", "vice", "spannbacke", "backe", "mors"],
          "fixture" => ["fixture", "frame", "rig", "adapter", "vorrichtung", "montage"],
          "nothing" => ["nothing", "none", "nichts", "rien", "did not fail"]
        }.freeze
        MODES = {
          "clean" => ["clean", "clean break", "snapped", "glatt", "net"],
          "torn" => ["torn", "tore", "ripped", "gerissen", "déchiré"],
          "melted" => ["melted", "fused", "geschmolzen", "fondu"],
          "progressive" => ["progressive", "strand by strand", "nach und nach", "progressif"],
          "crazed" => ["crazed", "cracked", "rissig", "fissuré"], "bent" => ["bent", "verbogen", "plié"],
          "delaminated" => ["delaminated", "peeled", "delaminiert", "délaminé"],
          "sheared out" => ["sheared out", "sheared", "shear", "ausgeschert", "cisaillé"],
          "pulled through" => ["pulled through", "pull through", "pulled out", "durchgezogen", "arraché"],
          "deformed but holding" => ["deformed but holding", "deformed", "verformt", "déformé"]
        }.freeze

        module_function

        # @param role [String] counts_as, failed_part or mode
        # @param text [String]
        # @return [String, nil]
        def meaning(role, text)
          table = { "counts_as" => COUNTS, "failed_part" => PARTS, "mode" => MODES }.fetch(role)
          plain = plain(text)
          table.find { |key, words| plain == key || words.include?(plain) }&.first
        end

        # @return [String, nil] of names that are known elsewhere: zones, ends, lots
        def named(names, text)
          plain = plain(text)
          names.find { |name| plain(name) == plain } || only(names.select { |name| plain(name).split.include?(plain) })
        end

        def plain(text) = text.to_s.downcase.tr("_-", "  ").gsub(/[.!]/, "").squeeze(" ").strip

        def only(found) = found.size == 1 ? found.first : nil
        private_class_method :only
      end
    end
  end
end
