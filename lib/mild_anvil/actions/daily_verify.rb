# frozen_string_literal: true

module MildAnvil
  module Actions
    # Holds everything that is kept against its hash once a day, beside the work, and whenever somebody asks for it;
    # Today says how old the last one is and what it found.
    module DailyVerify
      EVERY_SECONDS = 86_400
      WANTED = "verification_wanted"
      LOCK = "anvil-verify"

      module_function

      # @return [Boolean] whether it was done
      def if_due(now: Time.now)
        return false unless due?(now) && !Store::Models::Person.empty?

        Store::NamedLock.try(LOCK) { call if due?(now) }
      end

      # @return [Store::Models::Verification]
      def call
        began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        parts = Verify::Evidence.call
        Store::Models::Verification.create(
          broken: parts.sum(&:breaks), seconds: Process.clock_gettime(Process::CLOCK_MONOTONIC) - began,
          content: parts.map { |part| { **part.to_h, sound: part.sound?, words: part.in_words } }
        )
      end

      # Done as soon as the worker looks.
      def want(person_id:)
        People.fetch!(person_id)
        Store::Settings.set(WANTED, Time.now.utc.iso8601(6))
        show
      end

      # @return [Hash] last: at, seconds, broken, parts; wanted; key and chain: what signs here
      def show
        last = Store::Models::Verification.last_one
        chain = Store::Models::ChainSeal.order(:id).last
        { last: last && { at: last.created_at, seconds: last.seconds.round(1), broken: last.broken,
                          parts: last.content },
          wanted: wanted?(last), key: key, chain_sealed_at: chain&.created_at,
          papers_waiting: Signing::Drawing.waiting.size }
      end

      # @return [String] the number of the key that signs here, or that it cannot be read
      def key
        Signing::Keys.own.short
      rescue Conflict => e
        e.message
      end
      private_class_method :key

      # @return [Hash] at, broken, first: for Today; empty where it was never done
      def told
        last = Store::Models::Verification.last_one or return {}
        first = last.content.find { |part| !part["sound"] }
        { at: last.created_at, broken: last.broken, first: first && first["first"] }.compact
      end

      def due?(now)
        last = Store::Models::Verification.last_one
        last.nil? || wanted?(last) || now - last.created_at > EVERY_SECONDS
      end
      private_class_method :due?

      def wanted?(last)
        asked = Store::Settings.get(WANTED)
        !asked.nil? && (last.nil? || Time.iso8601(asked) > last.created_at)
      end
      private_class_method :wanted?
    end
  end
end
