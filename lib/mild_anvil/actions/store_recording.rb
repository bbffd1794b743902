# frozen_string_literal: true

module MildAnvil
  module Actions
    # Puts a read and analysed recording into the database; runs inside the caller's transaction.
    module StoreRecording
      module_function

      # @return [Array<Array(Core::Curve::Channel, Thread)>] the channels to store, being compressed
      def prepare(recording) = channels(recording).map { |channel| [channel, Store::Samples.prepare(channel.packed)] }

      # Waits until all of them are compressed.
      def ready(prepared) = prepared.map(&:last).each(&:join)

      # @param key [String] that the draft is found by
      # @param prepared [Array] what prepare gave
      # @return [Store::Models::Recording] without a pull
      def call(key:, name:, source:, packed:, prepared:, reading:, analysis:, person_id:)
        file = Store::Models::SourceFile.keep(name: name, sha256: source.sha256, byte_count: source.size,
                                              packed: packed)
        recorded = reading.recording
        axis = recorded.time_axis
        digests = prepared.map { |channel, _| OpenSSL::Digest::SHA256.hexdigest(channel.packed) }
        row = Store::Models::Recording.create(draft_key: key, source_file_id: file.id, sample_count: recorded.size,
                                              person_id: person_id,
                                              start_seconds: axis.start_seconds, end_seconds: axis.end_seconds,
                                              interval_seconds: axis.interval_seconds, reading: reading.to_h,
                                              sha256: OpenSSL::Digest::SHA256.hexdigest(digests.join))
        prepared.each_with_index { |(channel, samples), position| write(row, channel, samples, position, analysis) }
        keep_findings(row, analysis)
        row
      end

      def channels(recording)
        return recording.channels if recording.time_axis.even?

        seconds = Catalogue.units.find("s")
        time = Core::Curve::Channel.new(name: "Time", role: "time", unit: seconds, samples: recording.time_axis.stamps)
        [*recording.channels, time]
      end
      private_class_method :channels

      def write(recording, channel, samples, position, analysis)
        judged = if channel.main
                   { zero_si: analysis.offset_newtons, loading_sign: analysis.sense,
                     step_si: analysis.step_newtons }
                 else
                   {}
                 end
        row = Store::Models::Channel.create(recording_id: recording.id, position: position, name: channel.name,
                                            role: channel.role, unit_read: channel.unit&.symbol, judged: channel.main,
                                            **judged)
        Store::Samples.keep(row.id, samples)
      end
      private_class_method :write

      def keep_findings(recording, analysis)
        row = Store::Models::Analysis.create(recording_id: recording.id,
                                             rule_version: Core::Curve::Analysis::RULE_VERSION,
                                             settings: JSON.generate({}), created_at: Time.now)
        ordinals = Hash.new(-1)
        Store::Models::Finding.dataset.multi_insert(analysis.findings.map do |finding|
          kind = finding.kind.to_s
          { analysis_id: row.id, kind: kind, ordinal: ordinals[kind] += 1, at_seconds: finding.at_seconds,
            until_seconds: finding.until_seconds, value_si: finding.force_newtons, reason: finding.because[0, 400],
            confidence: finding.confidence, doubt: finding.doubt&.slice(0, 400), extra: JSON.generate(finding.extra) }
        end)
      end
      private_class_method :keep_findings
    end
  end
end
