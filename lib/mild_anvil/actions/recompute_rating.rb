# frozen_string_literal: true

module MildAnvil
  module Actions
    # Computes a frozen rating again from its own inputs: the same figures, for ever, under the same rules.
    module RecomputeRating
      module_function

      # @param inputs [Hash] as stored with the rating
      # @return [Core::Rating::Statement]
      def call(inputs)
        judged = inputs.fetch("pulls").reject { |pull| pull["counts_as"] == "unjudged" }.map { |pull| judged(pull) }
        Core::Rating::Rate.call(Core::Rating::Sample.new(Core::Rating::PerFeature.call(judged)), terms(inputs.fetch("terms")))
      end

      def judged(pull)
        observation = Core::Rating::Observation.checked(counts_as: pull["counts_as"], force_newtons: pull["force_newtons"], upper_newtons: pull["upper_newtons"],
                                                        label: pull["number"].to_s, reason: pull["reason"], reference: pull["id"], mode: pull["mode"])
        Core::Rating::PerFeature::Judged.new(feature: [pull["specimen"], pull["feature"]], number: pull["number"], observation: observation, preload_newtons: pull["preload_newtons"])
      end
      private_class_method :judged

      def terms(stored)
        given = stored.transform_keys(&:to_sym)
        claim = given[:claim] && Core::Rating::Claim.new(**symbols(given[:claim], :measure, :kind))
        requirement = given[:requirement] && Core::Rating::Requirement.new(**symbols(given[:requirement], :measure))
        Core::Rating::Terms.checked(**given, unit: Catalogue.units.force!(given[:unit]), claim: claim, requirement: requirement, borrowed: borrowed(given[:borrowed]))
      end
      private_class_method :terms

      def borrowed(stored) = stored && Core::Rating::Borrowed.new(**stored.transform_keys(&:to_sym)).freeze
      private_class_method :borrowed

      def symbols(hash, *names)
        hash.to_h { |key, value| [key.to_sym, names.include?(key.to_sym) ? value.to_sym : value] }
      end
      private_class_method :symbols
    end
  end
end
