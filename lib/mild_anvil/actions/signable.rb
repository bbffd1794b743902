# frozen_string_literal: true

module MildAnvil
  module Actions
    # Whether a statement may be signed, with every reason why not at once.
    module Signable
      # A minimum may be signed without a working load limit where none follows: the paper says why.
      SAID_WITHOUT_LIMIT = %w[proof confidence factor].freeze

      module_function

      # @param inputs [Hash] @param content [Hash] of the statement, string keys
      # @param previous [Store::Models::Statement, nil] that it would supersede
      # @param reasons [Hash] fewer_reason, revision_reason, chain_reason as given
      # @raise [InvalidInput]
      def check!(lot, inputs, content, previous, sha256, reasons)
        found = { **figures(lot, content), **pulls(lot, inputs, reasons), **chain(inputs, reasons),
**revision(previous, sha256, reasons) }
        return if found.empty?

        raise InvalidInput.new("Not signed. #{found.values.map do |words|
          words.sub(/\A./, &:upcase)
        end.join('. ')}", fields: found)
      end

      # @return [Array<String>] what stands in the way, for the screen; sentences that only want typing are left out
      def obstacles(lot, inputs, content)
        typed = { fewer_reason: "typed", revision_reason: "typed", chain_reason: "typed" }
        { **figures(lot, content), **pulls(lot, inputs, typed) }.values
      end

      # @return [Boolean] whether a reading cannot be trusted as it is, and signing it needs a sentence
      def doubted?(inputs) = inputs.dig("terms", "chain_remarks").to_a.any?

      # @return [Boolean] whether fewer pulls than planned need a sentence
      def fewer?(lot, inputs) = !lot.specimens_planned.nil? && inputs["pulls"].size < lot.specimens_planned

      def figures(lot, content)
        return { purpose: "a demonstration issues no certificate" } if lot.job.demonstration?
        return {} if content["relative"] # an index, without a minimum
        return { minimum: "there is no minimum: #{content['recommended_reason']}" } if content["minimum"].nil?
        return {} if SAID_WITHOUT_LIMIT.include?(content["limit_refused_by"])

        content["limit_refusal"] ? { working_load_limit: content["limit_refusal"] } : {}
      end
      private_class_method :figures

      def pulls(lot, inputs, reasons)
        found = {}
        waiting = numbers(inputs) { |pull| pull["state"] == "unjudged" }
        found[:unjudged] = "#{waiting} not judged yet" if waiting
        incomplete = numbers(inputs) { |pull| pull["judgement"] && !pull["judgement"]["complete"] }
        found[:incomplete] = "#{incomplete} judged without saying what failed" if incomplete
        outdated = numbers(inputs) { |pull| outdated?(pull) }
        if outdated
          found[:outdated] =
            "#{outdated} judged by a reading that was corrected or overruled since: judge again"
        end
        if fewer?(lot, inputs) && reasons[:fewer_reason].empty?
          found[:fewer_reason] =
            "#{inputs['pulls'].size} of #{lot.specimens_planned} planned pulls: say why that is enough"
        end
        found
      end
      private_class_method :pulls

      def chain(inputs, reasons)
        return {} unless doubted?(inputs) && reasons[:chain_reason].empty?

        words = inputs.dig("terms", "chain_remarks").map { |words| words.delete_suffix(".") }.join("; ")
        { chain_reason: "#{words}: say why it may be rated all the same" }
      end
      private_class_method :chain

      def outdated?(pull)
        judged = pull.dig("judgement", "measurement") or return false
        pull["measurement"] && pull["measurement"]["id"] != judged["id"]
      end
      private_class_method :outdated?

      def numbers(inputs, &)
        found = inputs["pulls"].select(&).map { |pull| pull["number"] }
        return if found.empty?

        "#{found.size == 1 ? 'pull' : 'pulls'} #{found.first(8).join(', ')}#{' and more' if found.size > 8} " \
          "#{found.size == 1 ? 'is' : 'are'}"
      end
      private_class_method :numbers

      def revision(previous, sha256, reasons)
        return {} if previous.nil?

        same = previous.sha256 == sha256 && previous.withdrawal.nil?
        return { sha256: "statement #{previous.number} says the same and is signed" } if same
        return {} unless reasons[:revision_reason].empty?

        { revision_reason: "it supersedes statement #{previous.number}: say why" }
      end
      private_class_method :revision
    end
  end
end
