# frozen_string_literal: true

module MildAnvil
  module Documents
    # Every claim with its verdict, what is wanted, and what was tested.
    class StatementVerdicts < StatementPart
      def draw
        statement["verdicts"].each { |verdict| verdict(verdict) }
        statement["claim_conflicts"].each { |words| @sheet.paragraph(words, color: Sheet::SIGNAL, said: true) }
        statement["margins"].flat_map { |margin| [excess(margin), realised(margin)] }.compact.uniq.each do |line|
          @sheet.paragraph(line)
        end
        tested
      end

      # Item, direction, condition, and how it differs from what will be used.
      def tested
        terms = @words.inputs.fetch("terms")
        levels = lot["levels"].to_h.map { |factor, level| "#{factor}: #{level}" }.join(", ")
        @sheet.heading "What was tested"
        @sheet.pairs([["Item", lot["material"]], ["Made by", lot["maker"]], *(unless levels.empty?
                                                                                [["Cell of the study", levels]]
                                                                              end),
                      ["Direction, configuration", typed(lot["direction"], lot["configuration"])],
                      ["Condition, set-up", typed(lot["item_condition"], lot["setup_class"])],
                      ["Differs from what will be used", lot["differs_from_use"]],
                      ["Shared uncertainty", shared(terms)]])
      end

      private

      # What nobody knows is not nothing.
      def shared(terms)
        share = terms["shared_uncertainty_share"]
        figure = share && @words.words.figure(format("%.2g %%", share * 100))
        known = share ? t("%<share>s of reading", share: figure) : t("not known")
        source = terms["shared_uncertainty_source"].to_s.delete_prefix("not known: ")
        source.empty? ? known : "#{known}. #{said(source)}"
      end

      # Words of ours, and what somebody typed.
      def typed(*values) = values.map { |value| @words.words.or_typed(value.to_s) }.join(", ")

      def verdict(verdict)
        source = verdict["source"].to_s.empty? ? "" : ", #{verdict['source']}"
        claimed = figure(verdict["claimed"]) || t("a working load")
        @sheet.heading("#{t('Against the claim of %<figure>s', figure: claimed)}#{source}", looked_up: true)
        @sheet.strong(t(StatementWords::STATES.fetch(verdict["state"])),
                      color: verdict["state"] == "fail" ? Sheet::SIGNAL : Sheet::INK)
        @sheet.paragraph([verdict["reason"], verdict["wrong"]].compact.join(" "), said: true)
      end

      # Of every claim or wanted load there is one: what they say alike is said once.
      def excess(margin)
        return unless margin["excess"]

        share = @words.words.figure(margin["excess_share_text"])
        t("Minimum against claim: %<excess>s, %<share>s.", share: share, excess: figure(margin["excess"]))
      end

      def realised(margin)
        return unless margin["realised_factor_text"]

        band = margin["band"] ? ", #{t("#{margin['band']} the target band")}" : ""
        "#{over(margin)}: #{@words.words.figure(margin['realised_factor_text'])}#{band}."
      end

      # Over which load, as it was typed.
      def over(margin)
        wanted = @words.inputs.dig("terms", "requirements").to_a.find { |row| row["value_si"] == margin["required_si"] }
        return t("Factor realised over the wanted working load") if wanted.nil? || wanted["text"].to_s.empty?

        load = @words.words.figure("#{wanted['text']} #{wanted['unit']}")
        t("Factor realised over the wanted working load of %<load>s", load: load)
      end
    end
  end
end
