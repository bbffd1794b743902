# frozen_string_literal: true

module MildAnvil
  module Cli
    # What bin/anvil plan says of slings, fixings, rams and bolts: one key, one answer.
    module PlanRigs
      InUse = Core::Rating::InUse
      KINDS = %w[sling bracket combined group ram two_legs preload known_scatter].freeze

      module_function

      # @param kind [String] of KINDS
      # @param given [Hash] what stands under that key
      # @return [Hash]
      def answer(kind, given) = send(kind, given.transform_keys(&:to_sym))

      def sling(given)
        degrees = angle(given)
        legs = given.fetch(:legs, "two").to_sym
        factors = { factor: InUse.legs(legs, degrees), uniform_factor: InUse.uniform(legs, degrees) }
        limit = given[:limit]
        { degrees_from_vertical: degrees, **factors,
          **(limit ? { limit: limit * factors[:factor], uniform_limit: limit * factors[:uniform_factor] } : {}) }
      end
      private_class_method :sling

      # From the vertical, however it is given.
      def angle(given)
        return InUse.from_included(given[:included_degrees]) if given[:included_degrees]
        return InUse.from_horizontal(given[:horizontal_degrees]) if given[:horizontal_degrees]

        given[:degrees] || raise(InvalidInput,
                                 "a sling needs an angle: degrees from the vertical, included_degrees or " \
                                 "horizontal_degrees")
      end
      private_class_method :angle

      def bracket(given)
        { pull_per_fixing: InUse.bracket(given[:force], arm: given[:arm], depth: given[:depth],
                                                        fixings: given[:fixings], spread: given.fetch(:spread, false)) }
      end
      private_class_method :bracket

      def combined(given)
        used = InUse.combined(given[:pull], given[:pull_limit], given[:shear], given[:shear_limit],
                              exponent: given.fetch(:exponent, 1.0))
        { utilisation: used, holds: used <= 1 }
      end
      private_class_method :combined

      def group(given) = { efficiency: InUse.group_efficiency(given[:group], given[:single], given[:count]) }
      private_class_method :group

      def ram(given) = { newtons: Core::Plan::Tackle.ram(given[:pressure], given[:bore], rod: given.fetch(:rod, 0.0)) }
      private_class_method :ram

      def two_legs(given) = { together: Core::Plan::Tackle.two_legs(given[:leg], given[:included_degrees]) }
      private_class_method :two_legs

      def preload(given)
        { newtons: Core::Plan::Tackle.preload(given[:torque], given[:diameter], nut_factor: given.fetch(:nut_factor, 0.2)), said: "a setting aid; the cell decides" }
      end
      private_class_method :preload

      def known_scatter(given)
        shares = { coverage: given.fetch(:coverage, 0.95), confidence: given.fetch(:confidence, 0.95) }
        { factor: Core::Statistics::ToleranceFactor.known_scatter(breaks: given[:breaks], **shares), **shares }
      end
      private_class_method :known_scatter
    end
  end
end
