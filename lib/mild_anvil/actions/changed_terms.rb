# frozen_string_literal: true

module MildAnvil
  module Actions
    # What changed in what a lot says of itself and in the terms of its rating, in words: nothing of how it is kept
    # stands on a customer's paper.
    module ChangedTerms
      PERCENT = ->(share) { "#{format('%g', (share * 100).round(4))} %" }
      PLAIN = ->(value) { value.is_a?(Float) ? format("%g", value) : value.to_s.tr("_", " ") }
      SCHOOL = ->(key) { Core::Rating::Schools.find(key)&.then { |school| school::NAME } || key.to_s }
      PRELOADED = ->(key) { key == "leave_out" ? "left out" : "counted" }
      # name; how a value is said; how none is
      Term = Struct.new(:name, :said, :none)
      TERMS = { "coverage" => Term.new("the coverage", PERCENT), "confidence" => Term.new("the confidence", PERCENT),
                "factor" => Term.new("the design factor", PLAIN, "not chosen"),
                "factor_source" => Term.new("the reason for the design factor", PLAIN, "not stated"),
                "school" => Term.new("the method", SCHOOL, "the recommended one"),
                "marking_step" => Term.new("the marking step", PLAIN, "two figures"),
                "marking_unit" => Term.new("the unit of the marking", PLAIN),
                "preloaded" => Term.new("what had been loaded before", PRELOADED),
                "rated_quantity" => Term.new("the rated quantity", PLAIN), "unit" => Term.new("the unit", PLAIN),
                "direction" => Term.new("the direction", PLAIN, "not stated"),
                "measurand" => Term.new("what is measured", PLAIN),
                "shared_uncertainty_share" => Term.new("the uncertainty that all readings share", PERCENT, "not known"),
                "shared_uncertainty_source" => Term.new("where that uncertainty comes from", PLAIN,
                                                        "not stated") }.freeze
      # Said by what it is, as its value says nothing to a reader.
      CHANGED = { "resolution_si" => "the step of the readings changed",
                  "population" => "what is known of the shape of the population changed" }.freeze
      # What goes with another one, and is said with it.
      WITH = { "factor_source" => "factor", "shared_uncertainty_source" => "shared_uncertainty_share",
               "marking_unit" => "marking_step" }.freeze
      LOT = { "name" => "the name", "item_type" => "the item", "customer" => "the customer", "job" => "the job",
              "purpose" => "the purpose", "material" => "the material", "maker" => "the maker",
              "differs_from_use" => "how it differs from what will be used", "direction" => "the direction",
              "configuration" => "the configuration", "item_condition" => "the condition",
              "setup_class" => "the set-up", "specimens_planned" => "the planned number of pieces",
              "levels" => "the cell of the study" }.freeze
      NOT_STATED = "not stated"

      module_function

      # @param before [Hash] @param after [Hash] terms, string keys, without demands
      # @return [Array<String>]
      def terms(before, after)
        changed = (before.keys | after.keys).reject { |key| before[key] == after[key] }
        own = (changed - ["chain_remarks"]).filter_map { |key| term(key, before, after, changed) }
        own + instruments(before, after)
      end

      # @return [Array<String>]
      def lot(before, after)
        (before.keys | after.keys).-(%w[id uid]).reject { |key| before[key] == after[key] }.map do |key|
          name = LOT.fetch(key) { "the #{key.tr('_', ' ')}" }
          "#{name} was #{said(key, before[key])} and is #{said(key, after[key])}"
        end
      end

      def term(key, before, after, changed)
        return CHANGED[key] if CHANGED.key?(key)
        # A reason alone, of what stayed unknown, says nothing.
        return if WITH.key?(key) && !changed.include?(WITH[key]) && after[WITH[key]].nil?

        term = TERMS[key] or return "the #{key.tr('_', ' ')} changed"
        old, new = [before, after].map { |side| side[key].nil? ? term.none || NOT_STATED : term.said.call(side[key]) }
        "#{term.name} was #{old} and is #{new}"
      end
      private_class_method :term

      # What speaks against readings, and no longer does.
      def instruments(before, after)
        old, new = [before, after].map { |side| side["chain_remarks"].to_a.map { |words| words.delete_suffix(".") } }
        (new - old).map { |words| "now said: #{words}" } + (old - new).map { |words| "no longer said: #{words}" }
      end
      private_class_method :instruments

      def said(key, value)
        return NOT_STATED if value.nil? || value == "" || value == {}
        return value.map { |factor, level| "#{factor} #{level}" }.join(", ") if value.is_a?(Hash)

        key == "item_type" ? Library.item_type(value).name.downcase : "“#{value}”"
      rescue NotFound, InvalidInput
        "“#{value}”"
      end
      private_class_method :said
    end
  end
end
