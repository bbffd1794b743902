# frozen_string_literal: true

module Launch
  # One MariaDB of a Galera cluster on this machine. Its data begin as a copy of the first node's, so that it joins
  # without a transfer; killed, it comes back from the others' write sets, or says that it cannot.
  class ClusterNode < DatabaseServer
    PROVIDER = "/usr/lib/galera/libgalera_smm.so"
    # A node that is silent is given up sooner than the default of five seconds: commits wait for that.
    GROUP = "evs.suspect_timeout=PT1.5S;evs.inactive_timeout=PT3S;evs.inactive_check_period=PT0.5S;" \
            "evs.keepalive_period=PT0.3S;evs.install_timeout=PT3S;gcache.size=64M"
    JOINS_WITHIN_SECONDS = 60
    JOIN_TRIES = 3

    attr_reader :folder, :group_port

    # @param group_port [Integer] for the nodes among themselves; @param missed_port [Integer] for what one missed
    def initialize(folder, port:, group_port:, missed_port:, name: "mild_anvil")
      super(folder, port: port, name: name)
      @group_port = group_port
      @missed_port = missed_port
      @joins = []
    end

    # Takes the whole state of another node, which has been stopped.
    def copy_from(other)
      FileUtils.rm_rf(@folder)
      FileUtils.mkdir_p(@folder)
      %w[data secret owner-secret].each { |name| FileUtils.cp_r(File.join(other.folder, name), @folder) }
      %w[gvwstate.dat galera.cache].each { |name| FileUtils.rm_f(File.join(data, name)) }
    end

    # @param nodes [Array<ClusterNode>] all of them; @param first [Boolean] whether it makes the cluster
    def join(nodes, first: false)
      @joins = nodes
      @first = first
      take_folder
      @process ||= Supervised.new("database", folder: @folder, logs: @folder) { |log| spawn_server(log) }
      @process.end_left_over
      joined
      @first = false # from now on it joins the others
    end

    def pid = PidFile.new(File.join(@folder, "database.pid")).running

    # @return [Boolean] whether it takes part and is up to date
    def synced?
      output = IO.popen(["mariadb", "--no-defaults", "--user=#{user}", "--socket=#{socket}", "-N", "-e",
                         "SHOW STATUS LIKE 'wsrep_local_state_comment'", { err: File::NULL }], &:read)
      output.include?("Synced")
    end

    private

    # The others may still be counting who is there: it asks again.
    def joined
      tries = 0
      begin
        @process.start
        wait_until_synced
      rescue Trouble
        @process.stop
        (tries += 1) < JOIN_TRIES ? retry : raise
      end
    end

    def surroundings = { "PATH" => "#{File.join(__dir__, 'sst')}:#{ENV.fetch('PATH')}" }

    def options
      super.grep_v(/buffer-pool/) + ["--innodb-buffer-pool-size=64M", *(@joins.empty? ? [] : clustered)]
    end

    def clustered
      others = @joins.map { |node| "127.0.0.1:#{node.group_port}" }.join(",")
      ["--wsrep-on=ON", "--wsrep-provider=#{PROVIDER}", "--wsrep-cluster-name=mild-anvil",
       "--wsrep-cluster-address=gcomm://#{others}", "--wsrep-node-name=node-#{port}",
       "--wsrep-node-address=127.0.0.1:#{group_port}", "--wsrep-node-incoming-address=127.0.0.1:#{port}",
       "--wsrep-provider-options=#{provider_options}", "--wsrep-sst-method=missed", "--binlog-format=ROW",
       "--default-storage-engine=InnoDB", "--innodb-autoinc-lock-mode=2", *position,
       *(@first ? ["--wsrep-new-cluster"] : [])]
    end

    def provider_options
      "base_host=127.0.0.1;base_port=#{group_port};gmcast.listen_addr=tcp://127.0.0.1:#{group_port};" \
        "ist.recv_addr=127.0.0.1:#{@missed_port};#{GROUP}"
    end

    # Where it stood, so that it asks for what it missed and no more: written down when it was stopped, found in its
    # data when it was killed.
    def position
      written = File.exist?(state) ? File.read(state).scan(/^(?:uuid|seqno):\s*(\S+)/).flatten : []
      return ["--wsrep-start-position=#{written.join(':')}"] if written.size == 2 && written.last != "-1"

      said = IO.popen(["mariadbd", *DatabaseServer.instance_method(:options).bind_call(self), "--wsrep-on=ON",
                       "--wsrep-provider=#{PROVIDER}", "--wsrep-recover", { err: %i[child out] }], &:read)
      position = said[/Recovered position:?\s*(\S+:\d+)/, 1]
      position ? ["--wsrep-start-position=#{position}"] : []
    end

    def state = File.join(data, "grastate.dat")

    def wait_until_synced
      deadline = Launch.now + JOINS_WITHIN_SECONDS
      until synced?
        did_not_start if !@process.running? || Launch.now > deadline
        sleep 0.1
      end
    end
  end
end
