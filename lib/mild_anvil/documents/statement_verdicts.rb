# frozen_string_literal: true

module MildAnvil
  module Documents
    # Every claim with its verdict, what is wanted, and what was tested.
    class StatementVerdicts < StatementPart
      def draw
        statement["verdicts"].each { |verdict| verdict(verdict) }
        statement["claim_conflicts"].each { |sentence| @sheet.paragraph(sentence, color: Sheet::SIGNAL) }
        statement["margins"].each { |margin| margin(margin) }
        tested
      end

      private

      def verdict(verdict)
        source = verdict["source"].to_s.empty? ? "" : ", #{verdict['source']}"
        @sheet.heading "Against the claim of #{figure(verdict['claimed']) || 'a working load'}#{source}"
        color = verdict["state"] == "fail" ? Sheet::SIGNAL : Sheet::INK
        @pdf.font("Text", style: :bold) do
          @pdf.text StatementWords::STATES.fetch(verdict["state"]), size: 11,
                                                                    color: color
        end
        @sheet.paragraph([verdict["reason"], verdict["wrong"]].compact.join(" "))
      end

      def margin(margin)
        if margin["excess"]
          @sheet.paragraph("Minimum against claim: #{figure(margin['excess'])}, #{margin['excess_share_text']}.")
        end
        return unless margin["realised_factor_text"]

        band = margin["band"] ? ", #{margin['band']} the target band" : ""
        @sheet.paragraph("Factor realised over the wanted working load: #{margin['realised_factor_text']}#{band}.")
      end

      def tested
        terms = @words.inputs.fetch("terms")
        per_cent = format("%g %%", terms["shared_uncertainty_share"] * 100)
        shared = "#{per_cent} of reading. #{terms['shared_uncertainty_source']}"
        levels = lot["levels"].to_h.map { |factor, level| "#{factor}: #{level}" }.join(", ")
        @sheet.heading "What was tested"
        @sheet.pairs([["Item", lot["material"]], ["Made by", lot["maker"]], *(unless levels.empty?
                                                                                [["Cell of the study", levels]]
                                                                              end),
                      ["Direction, configuration", "#{lot['direction']}, #{lot['configuration']}"],
                      ["Condition, set-up", "#{lot['item_condition']}, #{lot['setup_class']}"],
                      ["Differs from what will be used", lot["differs_from_use"]], ["Shared uncertainty", shared]])
      end
    end
  end
end
