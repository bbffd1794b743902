# frozen_string_literal: true

module MildAnvil
  module Actions
    # What differs between two sets of inputs of a rating, in sentences: what somebody saw and what is so now, or two
    # revisions.
    module StatementChanges
      WORDS = { "unjudged" => "not judged", "counted" => "counted", "superseded" => "superseded", "void" => "void",
                "not_loaded" => "not loaded" }.freeze
      # Ids and times that change with every row and say nothing.
      JUDGED = %w[counts_as value_si upper_si failed_part zone mode reason complete].freeze
      PULLED = %w[specimen feature pulled_at state preloaded preload_si].freeze
      READ = { "state" => "another standing of its instrument", "instrument" => "another instrument",
               "check" => "another check behind it" }.freeze
      MEASURED = %w[value_si lower_bound_cause source].freeze
      TERMS_ASIDE = %w[terms_revision].freeze

      module_function

      # @param before [Hash] @param after [Hash] inputs, string keys
      # @param terms [Boolean] whether other terms are a change
      # @return [Array<String>] none if they say the same
      def between(before, after, terms: true)
        [*ChangedTerms.lot(before["lot"], after["lot"]), *pulls(before["pulls"], after["pulls"]),
         *demands(before["terms"], after["terms"]), *(terms ? terms(before["terms"], after["terms"]) : [])]
      end

      def pulls(before, after)
        old, new = [before, after].map { |rows| rows.to_h { |row| [row["number"], row] } }
        (old.keys | new.keys).sort.filter_map do |number|
          next "pull #{number} is new" if old[number].nil?

          change = pull(old[number], new[number])
          "pull #{number} #{change}" if change
        end
      end
      private_class_method :pulls

      def pull(before, after)
        judged = [before, after].map { |row| row["judgement"] }
        return judgement_change(*judged) unless judged[0]&.slice(*JUDGED) == judged[1]&.slice(*JUDGED)

        measured_change(before["measurement"], after["measurement"]) ||
          read_change(before["read_by"] || {}, after["read_by"] || {}) || other_change(before, after)
      end
      private_class_method :pull

      def measured_change(before, after)
        "has another reading" unless before&.slice(*MEASURED) == after&.slice(*MEASURED)
      end
      private_class_method :measured_change

      def read_change(before, after)
        other = READ.keys.find { |key| before[key] != after[key] }
        other && "has #{READ.fetch(other)}#{": #{after[other]}" unless other == 'check'}"
      end
      private_class_method :read_change

      def other_change(before, after)
        name = PULLED.find { |key| before[key] != after[key] }
        name && "has another #{name.delete_suffix('_si').tr('_', ' ')}: #{WORDS.fetch(after[name].to_s, after[name])}"
      end
      private_class_method :other_change

      def judgement_change(before, after)
        return "was judged #{words(before)} and is not judged" if after.nil?

        by = after["person"] ? " by #{after['person']}" : ""
        return "is now judged #{words(after)}#{by}" if before.nil?

        "was #{words(before)} and is #{words(after)}#{by}"
      end
      private_class_method :judgement_change

      def words(judgement) = judgement["counts_as"].tr("_", " ")
      private_class_method :words

      def demands(before, after)
        %w[claims requirements].filter_map do |name|
          old, new = [before, after].map { |side| side.fetch(name).map { |row| row.except("id") } }
          "the #{name} changed" unless old == new
        end + borrowed(before, after)
      end
      private_class_method :demands

      def borrowed(before, after)
        { "borrowed" => "the borrowed scatter changed", "reference" => "the reference lot changed" }
          .filter_map { |name, words| words unless before[name] == after[name] }
      end
      private_class_method :borrowed

      def terms(before, after)
        aside = %w[claims requirements borrowed reference] + TERMS_ASIDE
        ChangedTerms.terms(before.except(*aside), after.except(*aside))
      end
      private_class_method :terms
    end
  end
end
